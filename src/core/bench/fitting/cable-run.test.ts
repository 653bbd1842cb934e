import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { deviceOf, workThrough } from '@tests/support/work-run';
import { basesOf, basisOf, foldRun, isBalanced, judgeFor, viewRun } from '../../bay';
import { makePlan, runPlanOf } from '../../telling';
import { cableKit, cableProblem, type CableRun, cableText, parseCable, withCable } from './cable-run';
import { withoutFitSteps } from './fit-steps';

const DOCUMENTS = [
  demoProcedure('lumen-kick-panel'),
  demoProcedure('lumen-front-door'),
  demoProcedure('lumen-dash-top'),
];
const [KICK, DOOR, DASH] = DOCUMENTS;
const panelOf = (one: typeof KICK) => one.parts.find(({ kind }) => kind === 'panel')?.id ?? one.parts[0].id;
const RUN: CableRun = {
  kind: 'power',
  amps: 40,
  joint: 'crimp',
  legs: [
    { procedure: DASH.id, open: null, boot: false, mm: 900 },
    { procedure: KICK.id, open: panelOf(KICK), boot: false, mm: 700 },
    { procedure: DOOR.id, open: panelOf(DOOR), boot: true, mm: 1100 },
  ],
};
const goals = [`fit ${cableKit(RUN)}`];

describe('a cable over zones', () => {
  it('is written and read back', () => {
    for (const run of [RUN, { ...RUN, kind: 'signal' as const, amps: null, joint: 'solder' as const }])
      expect(parseCable(cableText(run))).toEqual(run);
    for (const text of [
      'run:power:-:crimp:a/b*1',
      'run:signal:4:crimp:a/b*1',
      'run:rope:-:crimp:a/b*1',
      'run:signal:-:glue:a/b*1',
      'run:signal:-:crimp:a*1',
    ])
      expect(parseCable(text), text).toBeNull();
  });

  it('is one goal: leg after leg with what hides it off, joined, and its fuse last, with the battery off', () => {
    const documents = withCable(DOCUMENTS, RUN);
    const made = makePlan({ documents, goals, options: {} });
    if (!made.ok) throw new Error(made.problems[0].message);
    const { plan } = made;
    expect(plan.fit.map(({ key }) => key)).toEqual([
      `work:${DASH.id}/power-cable-run-leg-1`,
      `work:${KICK.id}/power-cable-run-leg-2`,
      `work:${DOOR.id}/power-cable-run-leg-3`,
      `work:${DOOR.id}/power-cable-run-ends`,
      `work:${DASH.id}/power-cable-run-fuse`,
    ]);
    const apart = plan.removal.map(({ key }) => key);
    expect(apart).toEqual(
      expect.arrayContaining([
        'batteryOff',
        `takeOff:${KICK.id}/${panelOf(KICK)}`,
        `takeOff:${DOOR.id}/${panelOf(DOOR)}`,
      ]),
    );
    // 40 A: a fuse of 50 A by the 80 % rule; 3.2 m with slack and loop.
    expect(plan.materials.map(({ name }) => name)).toEqual(
      expect.arrayContaining(['fuse 50 A', 'fuse holder', 'ring terminal']),
    );
    const run = runPlanOf(plan, { documents, options: {}, goals, newParts: [] });
    const state = foldRun(workThrough(run, deviceOf('bea')), judgeFor(basesOf(run)));
    const { ledger, blocks } = viewRun(basisOf(run, state).graph, run, state);
    expect([ledger.filter((row) => !isBalanced(row)), blocks]).toEqual([[], []]);
  });

  it('says why it cannot be, and leaves no trace in what was recorded', () => {
    expect(cableProblem(DOCUMENTS, RUN)).toBeNull();
    expect(cableProblem([KICK], RUN)).toContain('not part of this plan');
    expect(cableProblem(DOCUMENTS, { ...RUN, legs: [{ ...RUN.legs[0], open: 'roof' }] })).toContain('has no “roof”');
    expect(cableProblem(DOCUMENTS, { ...RUN, amps: 299 })).toContain('Nothing that is sold carries 299 A');
    expect(withoutFitSteps(withCable([KICK], { ...RUN, kind: 'signal', amps: null, legs: [RUN.legs[1]] })[0])).toEqual(
      KICK,
    );
  });
});
