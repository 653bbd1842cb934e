'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { DayJobView } from '@/contracts/views';
import { useSend } from '../../design';

/** Where a job is to go; what is not said stays as it is. `startsAt`: ISO 8601, or on the shop's clock. */
export interface Move {
  person?: string | null;
  bay?: string | null;
  startsAt?: string;
}

/** Moves jobs on the day; what somebody else moved meanwhile is shown instead, and said. */
export function useMoves(now: string) {
  const router = useRouter();
  const { busy, trouble, setTrouble, run } = useSend();
  const [said, setSaid] = useState('');
  const done = (answer: unknown, words: string) => {
    setSaid(answer === null ? '' : words);
    router.refresh();
  };
  const move = async ({ number, place }: DayJobView, to: Move) => {
    const body = {
      person: place?.person ?? null,
      bay: place?.bay ?? null,
      startsAt: place?.startsAt ?? now,
      version: place?.version ?? 0,
      ...to,
    };
    done(await run('PUT', `/api/day/places/${number}`, body), `Job ${number} moved`);
  };
  const takeOff = async ({ number, place }: DayJobView) =>
    done(
      await run('DELETE', `/api/day/places/${number}?version=${place?.version ?? 0}`),
      `Job ${number} is off the day`,
    );
  return { busy, trouble, setTrouble, said, move, takeOff };
}
