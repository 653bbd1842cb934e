import { describe, expect, it } from 'vitest';
import { demoNames, demoProcedure } from '@tests/support/demo';
import { deviceOf, workThrough } from '@tests/support/work-run';
import { newPartId, withNewSpeaker } from '../../bench';
import type { ProcedureDocument } from '../../document';
import { makePlan, type Plan, runPlanOf } from '../../telling';
import { basesOf, basisOf } from './basis';
import { foldRun } from './fold';
import { judgeFor } from './judge';
import { timeLeft } from './time-left';
import { viewRun } from './view';

function planned(document: ProcedureDocument, goals: string[]): Plan {
  const made = makePlan({ documents: [document], goals, options: {} });
  if (!made.ok) throw new Error(made.problems[0].message);
  return made.plan;
}
function leftAfter(plan: Plan, document: ProcedureDocument, goals: string[], share: number) {
  const run = runPlanOf(plan, { documents: [document], options: {}, goals, newParts: [] });
  const events = workThrough(run, deviceOf('bea'));
  const state = foldRun(events.slice(0, Math.floor(events.length * share)), judgeFor(basesOf(run)));
  return timeLeft(run, state, viewRun(basisOf(run, state).graph, run, state));
}

describe('how long a run takes still', () => {
  it.each(demoNames())('%s: before anybody touches it, what the plan says; then less and less', (name) => {
    const document = demoProcedure(name);
    const goals = [document.parts.at(-1)!.id];
    const plan = planned(document, goals);
    const left = [0, 0.5, 0.8, 1].map((share) => leftAfter(plan, document, goals, share));
    expect(left[0].likelySeconds).toBeCloseTo(plan.time.likelySeconds, 3);
    expect(left[0].safeSeconds).toBeCloseTo(plan.time.safeSeconds, 3);
    expect(left.map(({ likelySeconds }) => likelySeconds)).toEqual(
      left.map(({ likelySeconds }) => likelySeconds).sort((a, b) => b - a),
    );
    expect(left[3]).toEqual({ likelySeconds: 0, safeSeconds: 0 });
  });

  it('has fitting in it', () => {
    const door = demoProcedure('kite-rear-door');
    const document = withNewSpeaker(door, {
      of: 'woofer',
      speaker: { name: 'Saltmarsh 165 A', kind: 'speaker', holes: 4 },
      joint: 'solder',
      fixing: 'holes',
    });
    const goals = [`fit kite-rear-door/${newPartId('woofer')}`];
    const plan = planned(document, goals);
    const { likelySeconds } = leftAfter(plan, document, goals, 0);
    expect(likelySeconds).toBeCloseTo(plan.time.likelySeconds, 3);
    // Marking, four holes and two soldered joints take a quarter of an hour by themselves.
    expect(likelySeconds).toBeGreaterThan(planned(door, ['woofer']).time.likelySeconds + 900);
  });
});
