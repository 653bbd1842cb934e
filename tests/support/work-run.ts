import { randomUUID } from 'node:crypto';
import { basisOf, foldRun, viewRun, type RunEvent, type RunFact } from '@/core/bay';
import { answersEachLine } from '@/core/planning';
import type { RunPlan } from '@/core/telling';
import { doneFact } from './run';

/** Makes events as one device of one person would, one after another. */
export function deviceOf(person: string, device = `tablet-${person}`, startLamport = 0): (fact: RunFact) => RunEvent {
  let lamport = startLamport;
  return (fact) => {
    lamport += 1;
    return {
      id: randomUUID(),
      lamport,
      device,
      seq: lamport,
      person,
      at: new Date(Date.UTC(2026, 2, 2, 9, 0, lamport)).toISOString(),
      ...fact,
    } as RunEvent;
  };
}

/** Works a run to its last step; the facts in `extra` come right after an action. Tests pass, gates are passed, what is short is renewed. */
export function workThrough(
  plan: RunPlan,
  stamp: (fact: RunFact) => RunEvent,
  extra: Record<string, RunFact[]> = {},
): RunEvent[] {
  const events = [stamp({ type: 'started' })];
  const now = () => {
    const state = foldRun(events);
    const basis = basisOf(plan, state);
    return viewRun(basis.graph, basis.plan, state).nextAction;
  };
  const take = () => {
    for (let step = now(); step; step = now()) {
      if ('checks' in step.step && answersEachLine(step.step.gate))
        for (const { id } of step.step.checks)
          events.push(stamp({ type: 'test', gate: step.key, check: id, result: 'pass' }));
      events.push(
        stamp('gate' in step.step && step.step.gate ? { type: 'gatePassed', gate: step.key } : doneFact(step.key)),
      );
      for (const fact of extra[step.key] ?? []) events.push(stamp(fact));
    }
  };
  take();
  if (plan.fit.length) {
    events.push(stamp({ type: 'phase', to: 'fit' }));
    take();
  }
  for (const line of plan.newParts) events.push(stamp({ type: 'ticked', line, on: true }));
  events.push(stamp({ type: 'phase', to: 'refit' }));
  take();
  return events;
}
