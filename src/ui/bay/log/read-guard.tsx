'use client';
import {
  createContext,
  useContext,
  useEffect,
  useRef,
  useState,
  useSyncExternalStore,
  type MouseEvent,
  type ReactNode,
} from 'react';
import { clockRate } from '@/device';

/** How long something must have stood on the screen before a tap can be an answer to it, milliseconds. */
const READ_MS = 700;
/** What takes less than a frame is not waited for. */
const FRAME_MS = 16;

const Read = createContext(true);

/** Whether what the screen asks has stood there long enough to have been read: keys ask this; taps are held back by `ReadGuard`. */
export const useIsRead = (): boolean => useContext(Read);

/**
 * Holds back taps on buttons until what is asked has stood painted long enough to be read: a second tap, a bounce or a
 * held key never answers what came after it. `what` names what is asked; whatever changes it begins the time anew. Steppers,
 * cameras and text fields (`data-at-once`) answer at once: they record nothing by themselves.
 */
export function ReadGuard({ what, children }: { what: string; children: ReactNode }) {
  const [read, setRead] = useState<string | null>(null);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let frame = 0;
    const wait = READ_MS / clockRate();
    const note = () => setRead(what);
    // The second frame begins once the first is painted.
    const painted = () => {
      frame = requestAnimationFrame(() => {
        timer = setTimeout(note, wait);
      });
    };
    frame = requestAnimationFrame(painted);
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(timer);
    };
  }, [what]);
  const isAtOnce = useSyncExternalStore(
    () => () => undefined,
    () => READ_MS / clockRate() < FRAME_MS,
    () => false,
  );
  const isRead = isAtOnce || read === what;
  const guard = useRef<HTMLDivElement>(null);
  const shown = useRef(what);
  useEffect(() => {
    if (shown.current === what) return;
    shown.current = what;
    // What was tapped is gone: whoever reads by ear or keyboard goes on at the title of what came.
    if (document.activeElement?.matches('input, textarea, select')) return;
    const title = guard.current?.querySelector('h1');
    title?.setAttribute('tabindex', '-1');
    title?.focus({ preventScroll: true });
  }, [what]);
  const hold = (event: MouseEvent) => {
    const target = event.target as HTMLElement;
    if (isRead || !target.closest('button, a') || target.closest('[data-at-once]')) return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <Read.Provider value={isRead}>
      <div ref={guard} className="read-guard" data-reading={isRead ? undefined : ''} onClickCapture={hold}>
        {children}
      </div>
    </Read.Provider>
  );
}
