'use client';
import { useEffect } from 'react';
import { tidyDevice } from './tidy-device';

/** Lets this device keep the app's pages and pictures for work without a network. A browser that cannot (no HTTPS) works on as before. */
export function Offline() {
  useEffect(() => {
    void navigator.serviceWorker?.register('/service-worker.js', { scope: '/' }).catch(() => undefined);
    // A page that was on its way while the worker started belongs to nobody until it asks.
    void navigator.serviceWorker?.ready.then(({ active }) => {
      if (!navigator.serviceWorker.controller) active?.postMessage({ type: 'claim' });
    });
    void navigator.storage?.persist?.().catch(() => undefined);
    const tidy = () => void tidyDevice().catch(() => undefined);
    tidy();
    window.addEventListener('online', tidy);
    return () => window.removeEventListener('online', tidy);
  }, []);
  return null;
}
