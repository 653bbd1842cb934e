'use client';
import { useCallback, useSyncExternalStore } from 'react';
import { SCHEME_KEY as KEY } from './scheme-script';

export type Scheme = 'day' | 'night' | 'auto';

const listeners = new Set<() => void>();
const read = (): Scheme => (localStorage.getItem(KEY) as Scheme | null) ?? 'auto';
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => {
    listeners.delete(listener);
  };
};

/** The light this device is used in: day, night, or as the device itself says. */
export function useScheme(): [Scheme, (scheme: Scheme) => void] {
  const scheme = useSyncExternalStore(subscribe, read, () => 'auto' as const);
  const set = useCallback((next: Scheme) => {
    if (next === 'auto') localStorage.removeItem(KEY);
    else localStorage.setItem(KEY, next);
    if (next === 'auto') delete document.documentElement.dataset.scheme;
    else document.documentElement.dataset.scheme = next;
    for (const listener of listeners) listener();
  }, []);
  return [scheme, set];
}
