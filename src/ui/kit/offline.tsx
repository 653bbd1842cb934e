'use client';
import { useEffect } from 'react';
import { forgetPerson, sessionEnd } from '@/offline';
import { goTo } from './go-to';
import { finishLeaving } from './leave';

/** Lets this device keep the app's pages and pictures for work without a network. A browser that cannot (no HTTPS) works on as before. */
export function Offline() {
  useEffect(() => {
    void navigator.serviceWorker?.register('/service-worker.js', { scope: '/' }).catch(() => undefined);
    // A page that was on its way while the worker started belongs to nobody until it asks.
    void navigator.serviceWorker?.ready.then(({ active }) => { if (!navigator.serviceWorker.controller) active?.postMessage({ type: 'claim' }); });
    void navigator.storage?.persist?.().catch(() => undefined);
    // Somebody signed out while the network was away: the server is told before anybody goes on under that name.
    // A session that ended while nobody looked leaves nothing behind but work that is still to be sent.
    void sessionEnd().then((end) => (end !== null && Date.now() > end ? forgetPerson('expired') : undefined)).catch(() => undefined);
    const finish = () => void finishLeaving().then((left) => { if (left) goTo('/sign-in'); });
    finish();
    window.addEventListener('online', finish);
    return () => window.removeEventListener('online', finish);
  }, []);
  return null;
}
