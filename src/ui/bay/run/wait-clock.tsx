'use client';
import { useEffect, useState } from 'react';
import { secondsSince } from '@/device';
import { waitNeeded } from '@/core/bay';
import { clock } from '../../design';
import { batteryOffOf, type RunHandle } from './use-run';

/** How often a running wait is looked at, milliseconds. */
const LOOK_MS = 250;

/** A wait after battery-off as this tablet has seen it. */
export interface Wait {
  /** Seconds since the battery went off, by a clock that nobody sets. */
  elapsed: number;
  isOver: boolean;
  /** What the bar says while it lasts. */
  words: string;
}

/** The wait of the step that is on; null for any other step. */
export function useWait({ plan, state }: RunHandle, isWait: boolean): Wait | null {
  const off = isWait ? batteryOffOf(state) : null;
  const [elapsed, setElapsed] = useState(0);
  useEffect(() => {
    if (!off) return;
    const look = () => setElapsed(secondsSince(off));
    look();
    const timer = setInterval(look, LOOK_MS);
    return () => clearInterval(timer);
  }, [off]);
  if (!isWait) return null;
  const isOver = elapsed >= waitNeeded(plan);
  // Without a figure of the shop's own nobody is told how long: only how long it has been.
  const words = plan.srsWaitSeconds
    ? `${clock(Math.max(0, waitNeeded(plan) - elapsed))} to wait`
    : `${clock(elapsed)} since the battery went off: wait as the maker’s manual says`;
  return { elapsed, isOver, words };
}
