'use client';
import { useEffect } from 'react';

/** Space says done, the left arrow takes back; a focused button keeps its own Space. */
export function useRunKeys(done: (() => void) | null, back: (() => void) | null) {
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if ((event.target as HTMLElement).closest('button, a, input, select, textarea')) return;
      if (event.key === ' ' && done) {
        event.preventDefault();
        done();
      } else if (event.key === 'ArrowLeft') back?.();
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  });
}
