'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { PlanResult } from '@/core/telling';
import type { PlannerAnswer, PlannerQuestion } from '@/workers/planner.worker';

/** The answer so far, and whether a better one is still being looked for. */
export interface Planning {
  result: PlanResult | null;
  busy: boolean;
  /** Part-orders looked at. */
  states: number;
  /** True where a person ended the search: the answer is the best so far. */
  stopped: boolean;
}

const IDLE: Planning = { result: null, busy: false, states: 0, stopped: false };

/** Plans in a worker whenever another question is asked (by identity: keep it while nothing changes); a new one ends the old search, and so does `stop`. */
export function usePlan(asked: PlannerQuestion | null): Planning & { stop: () => void } {
  const [planning, setPlanning] = useState<Planning>(IDLE);
  const worker = useRef<Worker | null>(null);
  useEffect(() => {
    if (!asked) return;
    let ended = false;
    const made = new Worker(new URL('../../../workers/planner.worker.ts', import.meta.url), { type: 'module' });
    worker.current = made;
    made.onmessage = ({ data }: MessageEvent<PlannerAnswer>) => {
      if (ended) return;
      setPlanning((last) =>
        data.type === 'searching'
          ? { ...last, busy: true, states: data.states }
          : { result: data.result, busy: data.type === 'quick', states: 0, stopped: false },
      );
    };
    made.onerror = () =>
      setPlanning({
        ...IDLE,
        result: {
          ok: false,
          problems: [
            { code: 'planner', message: 'The planner stopped unexpectedly. Reload the page to try again.', items: [] },
          ],
        },
      });
    made.postMessage(asked);
    return () => {
      ended = true;
      made.terminate();
    };
  }, [asked]);
  const stop = useCallback(() => {
    worker.current?.terminate();
    setPlanning((now) => ({ ...now, busy: false, stopped: true }));
  }, []);
  return { ...(asked ? planning : IDLE), stop };
}
