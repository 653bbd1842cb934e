'use client';
import { useState } from 'react';
import type { Drafts } from './handle';

const EMPTY: Drafts = { mark: { view: 'left', place: null, words: '', photo: null }, note: '', line: '', vin: null };
const placeOf = (visit: string) => `drafts:${visit}`;

function readDrafts(visit: string): Drafts {
  try {
    return { ...EMPTY, ...(JSON.parse(sessionStorage.getItem(placeOf(visit)) ?? '{}') as Partial<Drafts>) };
  } catch {
    return EMPTY;
  }
}

/** What is typed or half made on a check-in, kept on this tablet until it is recorded. */
export function useDrafts(visit: string): [Drafts, (change: Partial<Drafts>) => void] {
  const [drafts, setDrafts] = useState<Drafts>(() => readDrafts(visit));
  const change = (next: Partial<Drafts>) =>
    setDrafts((now) => {
      const changed = { ...now, ...next };
      try {
        sessionStorage.setItem(placeOf(visit), JSON.stringify(changed));
      } catch {
        // A full or shut store: the drafts live as long as the page.
      }
      return changed;
    });
  return [drafts, change];
}
