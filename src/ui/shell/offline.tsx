'use client';
import { usePathname } from 'next/navigation';
import { useEffect } from 'react';
import { keepPages } from '../../device/keep-pages';
import { tidyDevice } from './tidy-device';

/** Pages that are worked on where the network may be gone. */
const NEEDED_OFFLINE = /^\/(?:runs\/[^/]+|jobs\/\d+(?:\/check-in)?|procedures\/[^/]+\/record)$/;
/** How long after a page was opened it is kept, milliseconds. */
const QUIET_MS = 1500;

/** Lets this device keep the app's pages and pictures for work without a network. A browser that cannot (no HTTPS) works on as before. */
export function Offline() {
  const pathname = usePathname();
  useEffect(() => {
    if (!NEEDED_OFFLINE.test(pathname) || !navigator.onLine) return;
    // Come to by a link the page itself was never fetched: it is now, once it is quiet.
    const timer = setTimeout(() => void keepPages([pathname]), QUIET_MS);
    return () => clearTimeout(timer);
  }, [pathname]);
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
