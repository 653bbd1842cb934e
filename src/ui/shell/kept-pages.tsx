'use client';
import { useEffect, useState } from 'react';

/** A page that is on this tablet. */
interface Kept {
  address: string;
  words: string;
}

/** Runs, jobs and check-ins that were kept, by what their pages call themselves. */
async function readKept(): Promise<Kept[]> {
  const cache = await caches.open('pages');
  const own = (await cache.keys()).filter(({ url }) => /^\/(runs|jobs)\/|^\/$/.test(new URL(url).pathname));
  const kept = await Promise.all(
    own.map(async (request) => {
      const address = new URL(request.url).pathname;
      return { address, words: wordsFor(address, titleIn(await (await cache.match(request))!.text())) };
    }),
  );
  return [...new Map(kept.map((one) => [one.address, one])).values()].sort((a, b) => (a.words < b.words ? -1 : 1));
}

/** What a page says it is to be called where it is kept. */
const titleIn = (html: string) =>
  new DOMParser().parseFromString(html, 'text/html').querySelector<HTMLMetaElement>('meta[name=kept-as]')?.content ??
  '';

const wordsFor = (address: string, title: string): string => {
  if (address === '/') return 'Jobs';
  const [, number, checkIn] = /^\/jobs\/(\d+)(\/check-in)?$/.exec(address) ?? [];
  return number ? `${checkIn ? 'Check-in of job' : 'Job'} ${number}` : title || 'A run';
};

/** Shown where a page is not on this device and the network is away: what is here all the same. */
export function KeptPages() {
  const [pages, setPages] = useState<Kept[]>([]);
  useEffect(() => {
    void readKept().then(setPages, () => undefined);
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
            {pages.map(({ address, words }) => (
              <li key={address}>
                <a className="row-link" href={address}>
                  {words}
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
