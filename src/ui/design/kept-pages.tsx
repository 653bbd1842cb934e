'use client';
import { useEffect, useState } from 'react';

/** Shown where a page is not on this device and the network is away: what is here all the same. */
export function KeptPages() {
  const [pages, setPages] = useState<string[]>([]);
  useEffect(() => {
    void globalThis.caches
      ?.open('pages')
      .then((cache) => cache.keys())
      .then((kept) => {
        setPages(
          [
            ...new Set(
              kept
                .map(({ url }) => new URL(url))
                .filter(({ pathname }) => /^\/(runs|jobs)\//.test(pathname) || pathname === '/')
                .map(({ pathname }) => pathname),
            ),
          ].sort(),
        );
      })
      .catch(() => undefined);
  }, []);
  return (
    <main className="page">
      <h1>No connection to the shop</h1>
      <p>
        This page was not opened on this tablet before. Nothing that you recorded is lost; it is sent when the
        connection is back.
      </p>
      {pages.length > 0 && (
        <>
          <h2>On this tablet</h2>
          <ul className="rows">
            {pages.map((page) => (
              <li key={page}>
                <a className="row-link" href={page}>
                  {page === '/'
                    ? 'Jobs'
                    : page
                        .replace(/^\/jobs\/(\d+)\/check-in$/, 'Check-in of job $1')
                        .replace(/^\/jobs\/(\d+)$/, 'Job $1')
                        .replace(/^\/runs\/.*(.{4})$/, 'Run …$1')}
                </a>
              </li>
            ))}
          </ul>
        </>
      )}
      <button type="button" className="btn btn-primary mt-3" onClick={() => location.reload()}>
        Try again
      </button>
    </main>
  );
}
