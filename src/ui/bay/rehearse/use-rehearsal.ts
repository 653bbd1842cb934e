'use client';
import { useCallback, useEffect, useEffectEvent, useMemo, useRef, useState } from 'react';
import { BASE_CATALOGUE, extendCatalogue } from '@/core/trade';
import {
  type Ground,
  groundOf,
  type Move,
  type Rehearsal,
  rehearse,
  type Score,
  scoreOf,
  startOf,
  step,
} from '@/core/rehearse';
import type { RehearsalView } from '@/contracts/views';
import { useSend } from '../../design';

/** A rehearsal as its screen handles it. */
export interface Trainer {
  view: RehearsalView;
  ground: Ground;
  state: Rehearsal;
  act: (...moves: Move[]) => void;
  /** Null until it is over and what it came to is known. */
  score: Score | null;
  /** Seconds since it began; stands still once it is over. */
  seconds: number;
  /** Seconds there are, against the clock. */
  limit: number | null;
  sending: { busy: boolean; trouble: string | null; again: () => void };
  restart: () => void;
}

/** What is picked is shared by the drawing and the list. */
export interface Picked {
  /** By `itemKey`; null where nothing is. */
  item: string | null;
  pick: (item: string | null) => void;
}

/** Seconds there are for each planned step against the clock: reading it, finding it and doing it on the screen (a choice of the product). */
const SECONDS_EACH = 14;

/** Rules, moves and clock of one rehearsal. Nothing waits for a server; what it came to is sent at the end, and again until it is there. */
export function useRehearsal(view: RehearsalView): Trainer {
  const ground = useMemo(
    () => groundOf({ ...view.setup, catalogue: extendCatalogue(BASE_CATALOGUE, view.ownKinds) }),
    [view],
  );
  const [{ state, moves }, setPlayed] = useState<{ state: Rehearsal; moves: Move[] }>(() => ({
    state: rehearse(ground, view.played?.moves ?? []),
    moves: view.played?.moves ?? [],
  }));
  const act = useCallback(
    (...more: Move[]) =>
      setPlayed((played) => ({
        state: more.reduce((now, move) => step(ground, now, move), played.state),
        moves: [...played.moves, ...more],
      })),
    [ground],
  );
  const steps = view.setup.planned.length + (view.setup.bothWays ? view.setup.plannedBack.length : 0);
  const limit = view.setup.level === 'clock' ? steps * SECONDS_EACH : null;
  const isOver = state.phase === 'over';
  const { seconds, wind } = useClock(isOver, limit, () => act({ do: 'stop' }));
  const local = useMemo(() => (isOver ? scoreOf(ground, state) : null), [isOver, ground, state]);
  const { sent, ...sending } = useSendOnce(view.played ? null : view.id, isOver, moves, seconds);
  const restart = () => {
    setPlayed({ state: startOf(ground), moves: [] });
    wind();
  };
  const taken = view.played?.takenSeconds ?? seconds;
  return {
    view,
    ground,
    state,
    act,
    score: view.played?.score ?? sent ?? local,
    seconds: taken,
    limit,
    sending,
    restart,
  };
}

/** Seconds since the screen was opened, or wound again; tells when there are none left. */
function useClock(isOver: boolean, limit: number | null, onEnd: () => void): { seconds: number; wind: () => void } {
  const [seconds, setSeconds] = useState(0);
  const [round, setRound] = useState(0);
  const end = useEffectEvent(onEnd);
  useEffect(() => {
    if (isOver) return;
    const began = performance.now();
    const timer = setInterval(() => {
      const now = Math.floor((performance.now() - began) / 1000);
      setSeconds(now);
      if (limit !== null && now >= limit) end();
    }, 500);
    return () => clearInterval(timer);
  }, [isOver, round, limit]);
  const wind = () => {
    setSeconds(0);
    setRound((n) => n + 1);
  };
  return { seconds, wind };
}

/** Sends the moves once it is over. Nothing is sent where nothing is kept. */
function useSendOnce(id: string | null, isOver: boolean, moves: Move[], takenSeconds: number) {
  const { busy, trouble, run } = useSend();
  const [sent, setSent] = useState<Score | null>(null);
  const asked = useRef(false);
  const send = async () => {
    const score = await run<Score>('POST', `/api/rehearsals/${id}`, { moves, takenSeconds });
    if (score) setSent(score);
  };
  useEffect(() => {
    if (!isOver || !id || asked.current) return;
    asked.current = true;
    void send();
  });
  return { sent, busy, trouble, again: () => void send() };
}
