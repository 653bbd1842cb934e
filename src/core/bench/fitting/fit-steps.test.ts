import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { planOf } from '@tests/support/plan';
import { runPlanFor } from '@tests/support/run';
import { deviceOf, workThrough } from '@tests/support/work-run';
import { basesOf, basisOf, foldRun, isBalanced, judgeFor, viewRun, type RunFact } from '../../bay';
import { runPlanOf, makePlan } from '../../telling';
import { betterFit, fitmentOf, type Place, sayFitment, type Speaker } from '../tools';
import { newPartId } from './fit-step-ids';
import { withNewSpeaker, withoutFitSteps } from './fit-steps';

const KITE = demoProcedure('kite-rear-door');
const SPEAKER: Speaker = {
  name: 'Saltmarsh 165 A',
  kind: 'speaker',
  basket: 168,
  cutout: 140,
  holes: 4,
  circle: 156,
  depth: 62,
  proud: 8,
  stroke: 4,
  ohms: 4,
  sensitivityDb: 89,
  watts: 50,
};
const PLACE: Place = { bore: 142, holes: { count: 4, circle: 156 }, toGlass: 68, grilleGap: 24, tolerance: 1 };

describe('whether a speaker fits', () => {
  it('straight in, on sheets, on a ring or not at all, with what is to spare', () => {
    // By hand: behind 68 − 62 − 5 = 1 and in front 24 − 8 − 4 − 2 = 10; sure, with a reading 1 mm off, up to 9 and from 0.
    expect(fitmentOf(PLACE, SPEAKER)).toMatchObject({ verdict: 'as-is', stack: [], marginMm: 9, standing: 'sure' });
    // 65 deep: from 2, surely from 3, to 9: the middle is 6.
    expect(fitmentOf(PLACE, { ...SPEAKER, depth: 65 })).toMatchObject({ verdict: 'spacer', stack: [6], marginMm: 3 });
    expect(fitmentOf(PLACE, { ...SPEAKER, proud: 17 })).toMatchObject({ verdict: 'as-is', marginMm: 0 });
    const three = { ...PLACE, holes: { count: 3, circle: 161 } };
    expect(fitmentOf(three, SPEAKER)).toMatchObject({ verdict: 'ring', thickness: 6, marginMm: 3 });
    expect(fitmentOf(PLACE, { ...SPEAKER, depth: 90 })).toMatchObject({
      verdict: 'never',
      obstacles: [{ what: 'depth', byMm: 17 }],
    });
    expect(fitmentOf(PLACE, { ...SPEAKER, cutout: 150 }).obstacles).toEqual([{ what: 'bore', byMm: 8 }]);
    expect(fitmentOf({ ...PLACE, grilleGap: 16, holes: undefined }, SPEAKER).obstacles[0]).toMatchObject({
      what: 'ring-too-thick',
    });
  });

  it('is not guessed where nobody has measured', () => {
    expect(sayFitment(fitmentOf({ bore: 142 }, SPEAKER)).words).toBe('Measure to the glass; measure to the grille.');
  });

  it('prefers what works, then what the amplifier may drive, then the larger margin', () => {
    const fits = [{ ...SPEAKER, depth: 90 }, { ...SPEAKER, ohms: 2 }, { ...SPEAKER, proud: 12 }, SPEAKER].map((one) =>
      fitmentOf(PLACE, one),
    );
    expect([...fits].sort(betterFit)).toEqual([fits[3], fits[2], fits[1], fits[0]]);
  });
});

const of = (step: string) => `work:kite-rear-door/new-woofer-${step}`;
const FITTED = withNewSpeaker(KITE, {
  of: 'woofer',
  speaker: SPEAKER,
  joint: 'adapter',
  fixing: 'clips',
  crossover: true,
});
const GOAL = `fit kite-rear-door/${newPartId('woofer')}`;
const keys = (steps: { actions: string[] }[]) => steps.flatMap(({ actions }) => actions);

describe('steps for a new speaker', () => {
  const plan = planOf(FITTED, [GOAL], { windows: 'power' });
  const back = keys(plan.steps.refit);

  it('make ready between apart and together; the place comes back with the new one in it, its plug joined while it is held', () => {
    expect(keys(plan.steps.removal)).toContain('takeOff:kite-rear-door/woofer');
    const fit = keys(plan.steps.fit);
    for (const step of ['nuts', 'crossover', 'join', 'polarity', 'gasket', 'bag', 'foam'])
      expect(fit, step).toContain(of(step));
    expect(back.filter((key) => /woofer|\/s4|\/l3/.test(key) && !key.startsWith('gate'))).toEqual([
      'place:kite-rear-door/woofer',
      'join:kite-rear-door/l3',
      'seat:kite-rear-door/woofer',
      of('screws'),
      of('ties'),
    ]);
  });

  it('try the new one before anything closes over it, and hear it at the end', () => {
    const tests = plan.refit
      .filter(({ gate }) => gate === 'test')
      .flatMap(({ checks }) => checks.map(({ text }) => text));
    expect(tests).toContain('New door speaker works');
    expect(tests.join()).not.toMatch(/^Door speaker works|ring|crossover|wires/i);
    expect(tests.at(-2)).toBe('New door speaker plays with everything closed, rear door, left');
    const gates = plan.refit.map(({ key }) => key);
    const test = gates.findIndex((key) => key.startsWith('gate:test:'));
    expect(gates.indexOf(of('ties'))).toBeLessThan(test);
    expect(test).toBeLessThan(gates.indexOf('seat:kite-rear-door/shield'));
    expect(plan.steps.fit[0].why).toEqual([expect.stringContaining('is needed for the new door speaker')]);
  });

  it('keep the factory frame where that is the school: its plug is undone before the cone is cut, and it says that it cannot go back', () => {
    const kept = withNewSpeaker(KITE, { of: 'woofer', speaker: SPEAKER, joint: 'adapter', fixing: null, frame: true });
    const frame = planOf(kept, [GOAL], { windows: 'power' });
    expect(keys(frame.steps.removal)).not.toContain('takeOff:kite-rear-door/woofer');
    expect(keys(frame.steps.removal)).toContain('undo:kite-rear-door/l3');
    expect(keys(frame.steps.refit)).toContain('join:kite-rear-door/l3');
    expect(keys(frame.steps.fit)[0]).toBe(of('cone'));
    expect(frame.steps.fit[0].detail).toContain('cannot go back to stock');
    expect(frame.refit.flatMap(({ checks }) => checks.map(({ fact }) => fact as string))).toContain('swarf');
  });

  it('are taken out of the document again', () => {
    expect(withoutFitSteps(FITTED)).toEqual(KITE);
    const again = { of: 'woofer', speaker: SPEAKER, joint: 'adapter', fixing: 'clips', crossover: true } as const;
    expect(withNewSpeaker(FITTED, again)).toEqual(FITTED);
  });
});

describe('a run with a new speaker', () => {
  it('balances with the old screws kept, once every step is done and every new part ticked or left out', () => {
    const made = makePlan({ documents: [FITTED], goals: [GOAL], options: { windows: 'power' } });
    if (!made.ok) throw new Error('no plan');
    const plan = runPlanOf(made.plan, {
      documents: [FITTED],
      options: { windows: 'power' },
      goals: [GOAL],
      newParts: ['Crossover', 'Crossover'],
    });
    const events = workThrough(plan, deviceOf('bea'));
    const at = (until: number, ...then: RunFact[]) => {
      const stamp = deviceOf('rui', 'tablet-b', until);
      const state = foldRun([...events.slice(0, until), ...then.map(stamp)], judgeFor(basesOf(plan)));
      return { state, view: viewRun(basisOf(plan, state).graph, plan, state) };
    };
    const list = events.findIndex(({ type }) => type === 'ticked');
    expect(at(list, { type: 'phase', to: 'refit' }).state.phase).toBe('fit');
    const leftOut: RunFact = { type: 'ticked', line: 'Crossover', on: false, reason: 'customer has none' };
    expect(at(list, leftOut, { type: 'phase', to: 'refit' }).state.phase).toBe('refit');
    const { view } = at(events.length);
    expect(view.ledger.filter((row) => !isBalanced(row))).toEqual([]);
    expect(view.ledger.find(({ item }) => item === 'kite-rear-door/s4')).toMatchObject({
      out: 4,
      back: 0,
      kept: 4,
      needed: 0,
    });
    expect(view.blocks).toEqual([]);
    expect(runPlanFor(KITE, ['woofer'], { windows: 'power' }).fit).toEqual([]);
  });
});
