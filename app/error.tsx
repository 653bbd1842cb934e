'use client';
import { useEffect } from 'react';

/** How often it is tried again by itself, milliseconds, and how many times in a row: a page with a fault of its own stays as it is. */
const AGAIN_MS = 2500;
const MOST_TRIES = 6;
const KEY = 'pezzo-page-tries';

/** Counts one more try of this page; false where there were enough. */
function mayTry(): boolean {
  const [page, tries] = JSON.parse(sessionStorage.getItem(KEY) ?? '["",0]') as [string, number];
  const next = page === location.pathname ? tries + 1 : 1;
  sessionStorage.setItem(KEY, JSON.stringify([location.pathname, next]));
  return next <= MOST_TRIES;
}

export default function ErrorPage() {
  useEffect(() => {
    const again = setInterval(() => {
      void fetch('/api/health').then(
        (response) => {
          if (response.ok && mayTry()) location.reload();
        },
        () => undefined,
      );
    }, AGAIN_MS);
    return () => clearInterval(again);
  }, []);
  return (
    <main className="page">
      <h1>This page didn’t load</h1>
      <p>Nothing you recorded is lost. If the server is restarting, this page loads by itself in a moment.</p>
      <button type="button" className="btn btn-primary" onClick={() => location.reload()}>
        Try again
      </button>
    </main>
  );
}
