'use client';
import { useEffect } from 'react';

/** Lets this device keep the app's pages and pictures for work without a network. A browser that cannot (no HTTPS) works on as before. */
export function Offline() {
  useEffect(() => {
    void navigator.serviceWorker?.register('/service-worker.js', { scope: '/' }).catch(() => undefined);
    void navigator.storage?.persist?.().catch(() => undefined);
  }, []);
  return null;
}
