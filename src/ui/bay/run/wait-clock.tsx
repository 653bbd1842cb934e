'use client';
import { useEffect, useState } from 'react';
import type { RunHandle } from './use-run';
import { clock } from '../../design/minutes';

/** Seconds left of the wait after battery-off, by this tablet's clock; 0 where no wait was entered or it is over. */
export function useWaitLeft({ plan, state }: RunHandle, isWait: boolean): number {
  const wait = (isWait && plan.srsWaitSeconds) || 0;
  const off = state.log.findLast((event) => event.type === 'done' && event.action === 'batteryOff');
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!wait) return;
    const timer = setInterval(() => setNow(Date.now()), 500);
    return () => clearInterval(timer);
  }, [wait]);
  if (!wait || !off) return 0;
  // Another tablet's clock may be wrong: never longer than the wait itself.
  const gone = Math.max(0, (now - Date.parse(off.at)) / 1000);
  return Math.max(0, Math.min(wait, Math.ceil(wait - gone)));
}

/** "1:05" */
export const waitWords = (seconds: number) => `${clock(seconds)} to wait`;
