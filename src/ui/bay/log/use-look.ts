'use client';
import { useCallback, useEffect } from 'react';
import type { SendingStore } from '../../../device';
import { useStream } from './use-stream';

/** How soon what waits is sent again. */
const RETRY_MS = 4000;
/** How often the server is asked all the same, where the stream of news is not there. */
const LOOK_MS = 15_000;

/** Exchanges with the server at once, whenever it says that something arrived, when the network comes back, now and then anyway, and soon again while something waits. */
export function useLook(log: string, flush: () => Promise<unknown>, sending: SendingStore): void {
  const look = useCallback(() => {
    void flush();
  }, [flush]);
  useEffect(() => {
    look();
    const again = setInterval(look, LOOK_MS);
    window.addEventListener('online', look);
    return () => {
      clearInterval(again);
      window.removeEventListener('online', look);
    };
  }, [look]);
  useEffect(() => {
    let again: ReturnType<typeof setTimeout> | null = null;
    const stop = sending.subscribe(() => {
      if (sending.get().unsent > 0)
        again ??= setTimeout(() => {
          again = null;
          look();
        }, RETRY_MS);
    });
    return () => {
      stop();
      if (again) clearTimeout(again);
    };
  }, [sending, look]);
  useStream(log, look);
}
