'use client';
import { useEffect, useMemo, useSyncExternalStore } from 'react';
import {
  basesOf,
  foldRun,
  judgeFor,
  lastStepEvents,
  viewRun,
  type RunEvent,
  type RunState,
  type RunView,
} from '@/core/bay';
import type { RunPlan } from '@/core/telling';
import { inRound, type ActionGraph } from '@/core/planning';
import { deviceName, watchSince } from '@/device';
import { useLog, type LogHandle, type Recordable } from '../log';
import type { SendingStore } from '../../../device';

export type RunRecordable = Recordable<RunEvent>;

export interface RunHandle {
  /** The run's plan as this vehicle turned out to be. */
  plan: RunPlan;
  graph: ActionGraph;
  state: RunState;
  view: RunView;
  sending: SendingStore;
  /** Records facts: kept on the device, shown, sent when it can be. */
  record: (...facts: RunRecordable[]) => void;
  /** Takes back the last tap on the door this tablet works on. */
  back: (() => void) | null;
  /** Asks the server to finish; it refuses with reasons. */
  finish: () => Promise<string | null>;
}

function inThisRound(fact: RunRecordable, round: number): RunRecordable {
  if ('action' in fact) return { ...fact, action: inRound(fact.action, round) };
  return 'gate' in fact ? { ...fact, gate: inRound(fact.gate, round) } : fact;
}

/** The event that took the battery off in the round the run is in; null while it is on. */
export const batteryOffOf = (state: RunState): string | null => state.done.get('batteryOff')?.events.at(-1) ?? null;

/** One run on this device: its log and what that amounts to. */
export function useRun(id: string, plan: RunPlan, first: RunEvent[], firstPosition: number, person: string): RunHandle {
  const log: LogHandle<RunEvent> = useLog<RunEvent>(id, first, firstPosition, person);
  const basisAt = useMemo(() => basesOf(plan), [plan]);
  const judge = useMemo(() => judgeFor(basisAt), [basisAt]);
  const state = useMemo(() => foldRun(log.events, judge), [log.events, judge]);
  const basis = useMemo(() => basisAt(state), [basisAt, state]);
  const view = useMemo(() => viewRun(basis.graph, basis.plan, state), [basis, state]);
  // From the second round on a step's name tells its round.
  const record = (...facts: RunRecordable[]) => log.record(...facts.map((fact) => inThisRound(fact, state.round)));
  const takeBack = () =>
    log.record(
      ...lastStepEvents(state, deviceName(), person).map((event): RunRecordable => ({ type: 'retracted', event })),
    );
  const canBack = useSyncExternalStore(
    () => () => undefined,
    () => lastStepEvents(state, deviceName(), person).length > 0,
    () => false,
  );
  const back = canBack ? takeBack : null;
  const off = batteryOffOf(state);
  useEffect(() => {
    if (off) watchSince(off);
  }, [off]);
  return {
    plan: basis.plan,
    graph: basis.graph,
    state,
    view,
    sending: log.sending,
    record,
    back,
    finish: () => log.close({ type: 'finished' }),
  };
}
