'use client';
import { useEffect } from 'react';

/** How long after a refusal (signed out, server away) the stream is tried again. */
const AGAIN_MS = 5000;

/**
 * Calls `onNews` whenever the server says that something arrived in a log (`board`: in any), and once whenever the stream opens. The browser reconnects by itself; a refused stream is tried again.
 * A page nobody looks at gives its connection back: browsers allow only six to one server.
 */
export function useStream(log: string, onNews: () => void): void {
  useEffect(() => {
    let source: EventSource | null = null;
    let again: ReturnType<typeof setTimeout> | null = null;
    const disconnect = () => {
      if (again) clearTimeout(again);
      again = null;
      source?.close();
      source = null;
    };
    const connect = () => {
      disconnect();
      if (document.visibilityState !== 'visible') return;
      source = new EventSource(`/api/logs/${log}/stream`);
      source.onmessage = onNews;
      source.onerror = () => {
        if (source?.readyState === EventSource.CLOSED) again = setTimeout(connect, AGAIN_MS);
      };
    };
    connect();
    document.addEventListener('visibilitychange', connect);
    return () => {
      document.removeEventListener('visibilitychange', connect);
      disconnect();
    };
  }, [log, onNews]);
}
