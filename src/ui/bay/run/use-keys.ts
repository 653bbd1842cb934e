'use client';
import { useEffect, useRef } from 'react';
import { useIsRead } from '../log';

/** What the keys of a keyboard or foot pedal do; a focused button keeps its own Space. */
export interface RunKeys {
  done?: () => void;
  /** Backspace: takes back the last step. */
  back?: (() => void) | null;
  /** Left and right arrow: another step that is open now. */
  other?: (by: 1 | -1) => void;
}

/** Space says done, Backspace takes back, the arrows go through the steps that are open now. */
export function useRunKeys(keys: RunKeys) {
  const latest = useRef(keys);
  const isRead = useRef(false);
  const read = useIsRead();
  useEffect(() => {
    latest.current = keys;
    isRead.current = read;
  });
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (target.closest('input, select, textarea')) return;
      // A key or pedal that is held is one press.
      if (event.repeat) {
        event.preventDefault();
        return;
      }
      if (target.closest('button, a')) return;
      const { done, back, other } = latest.current;
      if (!isRead.current) {
        if ([' ', 'Backspace'].includes(event.key)) event.preventDefault();
        return;
      }
      if (event.key === ' ' && done) done();
      else if (event.key === 'Backspace' && back) back();
      else if (event.key === 'ArrowRight' && other) other(1);
      else if (event.key === 'ArrowLeft' && other) other(-1);
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);
}
