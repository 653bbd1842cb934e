'use client';
import { useCallback, useEffect, useState } from 'react';
import type { Speaker } from '@/core/bench';
import { send } from '../../device/http';

/** The shop's list of speakers, fetched while `wanted` and again by `reload`; null until it is here. */
export function useSpeakers(wanted = true): { speakers: Speaker[] | null; reload: () => void } {
  const [speakers, setSpeakers] = useState<Speaker[] | null>(null);
  const [turn, setTurn] = useState(0);
  useEffect(() => {
    if (!wanted) return;
    let ended = false;
    send<Speaker[]>('GET', '/api/speakers')
      .catch(() => [])
      .then((list) => {
        if (!ended) setSpeakers(list);
      });
    return () => {
      ended = true;
    };
  }, [wanted, turn]);
  const reload = useCallback(() => setTurn((now) => now + 1), []);
  return { speakers, reload };
}
