'use client';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { v4 as uuid } from 'uuid';
import { foldRun, graphOf, lastStepEvents, viewRun, type RunEvent, type RunFact, type RunPlan, type RunState, type RunView } from '@/core/run';
import type { ActionGraph } from '@/core/plan';
import { deviceName, forgetEvents, keepEvent, listUnsent, nextSequence } from '@/offline';
import { ApiError, send, troubleWords } from '../kit/http';

const RETRY_MS = 4000;
const LOOK_MS = 15_000;

/** Whether everything is on the server, and if not, why. */
export interface Sending {
  unsent: number;
  trouble: string | null;
  signedOut: boolean;
}

export interface RunHandle {
  graph: ActionGraph;
  state: RunState;
  view: RunView;
  sending: Sending;
  /** Records facts: shown at once, kept on the device, sent when it can be. */
  record: (...facts: RunFact[]) => void;
  /** Takes back the last thing recorded that can be taken back. */
  back: (() => void) | null;
  /** Asks the server to finish; it refuses with reasons. */
  finish: () => Promise<string | null>;
}

/** One run on this device: the events, what they fold to, and getting them to the server without losing any. */
export function useRun(id: string, plan: RunPlan, first: RunEvent[], firstPosition: number, person: string): RunHandle {
  const [events, setEvents] = useState(first);
  const [sending, setSending] = useState<Sending>({ unsent: 0, trouble: null, signedOut: false });
  const position = useRef(firstPosition);
  const graph = useMemo(() => graphOf(plan), [plan]);
  const state = useMemo(() => foldRun(events), [events]);
  const view = useMemo(() => viewRun(graph, plan, state), [graph, plan, state]);
  const lamport = useRef(0);
  lamport.current = Math.max(lamport.current, state.lastLamport);
  const queue = useRef<Promise<void>>(Promise.resolve());

  const add = useCallback((more: RunEvent[]) => setEvents((now) => {
    const known = new Set(now.map((event) => event.id));
    const fresh = more.filter((event) => !known.has(event.id));
    return fresh.length ? [...now, ...fresh] : now;
  }), []);

  const flush = useCallback(() => {
    queue.current = queue.current.then(async () => {
      const unsent = await listUnsent(id);
      setSending((now) => ({ ...now, unsent: unsent.length }));
      try {
        const address = `/api/runs/${id}/events?after=${position.current}`;
        const answer = unsent.length
          ? await send<{ kept: string[]; events: RunEvent[]; position: number }>('POST', address, { events: unsent })
          : { kept: [], ...(await send<{ events: RunEvent[]; position: number }>('GET', address)) };
        await forgetEvents(answer.kept);
        position.current = answer.position;
        add(answer.events);
        setSending({ unsent: (await listUnsent(id)).length, trouble: null, signedOut: false });
      } catch (error) {
        setSending({ unsent: unsent.length, trouble: troubleWords(error), signedOut: error instanceof ApiError && error.code === 'signed-out' });
      }
    });
    return queue.current;
  }, [id, add]);

  useEffect(() => {
    void listUnsent(id).then((kept) => { add(kept); return flush(); });
    const look = setInterval(() => { void flush(); }, LOOK_MS);
    window.addEventListener('online', flush);
    return () => {
      clearInterval(look);
      window.removeEventListener('online', flush);
    };
  }, [id, add, flush]);
  useEffect(() => {
    if (!sending.unsent || !sending.trouble) return;
    const again = setTimeout(() => { void flush(); }, RETRY_MS);
    return () => clearTimeout(again);
  }, [sending, flush]);

  const stamp = useCallback((fact: RunFact, at: Date): RunEvent => {
    lamport.current += 1;
    return { id: uuid(), lamport: lamport.current, device: deviceName(), seq: nextSequence(), person, at: at.toISOString(), ...fact };
  }, [person]);
  const record = useCallback((...facts: RunFact[]) => {
    const at = new Date();
    const made = facts.map((fact) => stamp(fact, at));
    add(made);
    setSending((now) => ({ ...now, unsent: now.unsent + made.length }));
    void Promise.all(made.map((event) => keepEvent(id, event))).then(flush);
  }, [id, add, flush, stamp]);

  const undoable = lastStepEvents(state);
  const back = undoable.length ? () => record(...undoable.map((event): RunFact => ({ type: 'retracted', event }))) : null;
  const finish = async (): Promise<string | null> => {
    await flush();
    const event = stamp({ type: 'finished' }, new Date());
    try {
      await send('POST', `/api/runs/${id}/events?after=${position.current}`, { events: [event] });
      add([event]);
      return null;
    } catch (error) {
      return error instanceof ApiError ? [error.message, ...error.fields.map((field) => field.message)].join(' ') : troubleWords(error);
    }
  };
  return { graph, state, view, sending, record, back, finish };
}
