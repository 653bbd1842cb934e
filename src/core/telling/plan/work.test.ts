import { describe, expect, it } from 'vitest';
import { planOf } from '@tests/support/plan';
import { runPlanFor, stamp } from '@tests/support/run';
import type { Part, ProcedureDocument, Work } from '../../document';
import { basesOf, foldRun, graphOf, judgeFor, viewRun, type RunFact } from '../../bay';
import { makePlan } from './plan';
import { runPlanOf } from './run-plan';

const square = (x: number, y: number, width: number, height: number): Part['shape'] => [
  [x, y],
  [x + width, y],
  [x + width, y + height],
  [x, y + height],
];

const WORK: Work[] = [
  {
    id: 'wires-aside',
    name: 'Latch wires',
    kind: 'move-aside',
    needs: ['card:off'],
    phase: 'apart',
    undo: 'tie back to the retainers',
  },
  {
    id: 'opening',
    name: 'Speaker opening',
    kind: 'cut',
    needs: ['wires-aside'],
    tool: 'hole-saw',
    datum: { from: 'lower seam', up: 45, andFrom: 'hinge edge', back: 120 },
    leaves: ['swarf', 'bare-edge'],
    material: ['edge-primer'],
    reversible: false,
    for: 'pod',
  },
  { id: 'mounted', name: 'Speaker pod', kind: 'fit', needs: ['opening'], for: 'pod' },
  { id: 'latch', name: 'Latch', kind: 'grease', needs: ['card:off'], while: 'open' },
  { id: 'patch', name: 'Torn patch', kind: 'seal', needs: ['card:off'], phase: 'back', for: 'mend' },
];

/** A door whose shield is peeled as far as is asked, whose wing is in the way of the card's seat, with work to do in it. */
const DOOR: ProcedureDocument = {
  format: 'pezzo-procedure/1',
  id: 'tarn-front-door',
  title: 'Brannock Tarn, front door',
  applies: [{ make: 'Brannock', model: 'Tarn' }],
  zone: 'front-door',
  side: 'left',
  map: { width: 900, height: 600, outline: 'front-door' },
  parts: [
    { id: 'wing', name: 'Corner trim', kind: 'cover', motions: ['pry-front'], shape: square(0, 500, 100, 100) },
    {
      id: 'card',
      name: 'Door card',
      kind: 'panel',
      motions: ['pull-bottom', 'lift'],
      shape: square(0, 0, 900, 500),
      offToSeat: ['wing'],
    },
    {
      id: 'shield',
      name: 'Water shield',
      kind: 'shield',
      behind: ['card'],
      motions: ['peel-down'],
      seconds: 200,
      shape: square(0, 0, 800, 400),
      regions: { 'lower-half': square(0, 0, 800, 200)!, 'front-half': square(0, 0, 400, 400)! },
    },
    { id: 'woofer', name: 'Door speaker', kind: 'speaker', behind: ['shield:free@lower-half'], motions: ['pull'] },
    { id: 'motor', name: 'Window motor', kind: 'motor', behind: ['shield:free@front-half'], motions: ['pull'] },
  ],
  fasteners: [
    { id: 'w1', holds: 'wing', kind: 'push-clip', count: 1, staysOn: 'wing' },
    { id: 'c1', holds: 'card', kind: 'push-clip', count: 9, staysOn: 'card' },
    { id: 'b1', holds: 'shield', kind: 'adhesive', at: [[100, 50]] },
    { id: 'b2', holds: 'shield', kind: 'adhesive', at: [[700, 390]] },
    { id: 's1', holds: 'woofer', kind: 'screw', drive: 'T20', count: 4 },
    { id: 'm1', holds: 'motor', kind: 'bolt', drive: 'hex 10 mm', count: 3 },
  ],
  links: [{ id: 'l1', joins: ['woofer', 'body'], kind: 'connector' }],
  work: WORK,
};

const keys = (steps: { actions: string[] }[]) => steps.flatMap(({ actions }) => actions);
const at = (list: string[], key: string) => {
  expect(list, key).toContain(key);
  return list.indexOf(key);
};
const id = (type: string, item: string) => `${type}:tarn-front-door/${item}`;

describe('work on the car', () => {
  const plan = planOf(DOOR, ['fit pod'], {});

  it('is planned as a kit: what it needs apart, the rest between apart and together, each where it belongs', () => {
    const apart = keys(plan.steps.removal);
    expect(at(apart, id('takeOff', 'card'))).toBeLessThan(at(apart, id('work', 'wires-aside')));
    expect(keys(plan.steps.fit)).toEqual([id('work', 'opening'), id('work', 'mounted')]);
    expect(plan.steps.fit[0]).toMatchObject({
      kind: 'work',
      title: 'Cut the speaker opening',
      tool: 'hole-saw',
      part: null,
    });
    expect(plan.steps.fit[0].detail).toContain(
      '45 mm above the lower seam, 120 mm behind the hinge edge; check it twice.',
    );
    expect(plan.steps.fit[0].why.at(-1)).toBe('the speaker opening is needed for the pod');
    expect(plan.tools.map(({ tool }) => tool)).toContain('hole-saw');
    expect(plan.cautions.map(({ code }) => code)).toContain('saw');
  });

  it('is undone on the way back where that was recorded, before the card, and what it left is cleared and what was fitted tried first', () => {
    const back = keys(plan.steps.refit);
    expect(back.filter((key) => key.startsWith('restore:'))).toEqual([id('restore', 'wires-aside')]);
    const seat = at(back, id('seat', 'card'));
    expect(at(back, id('restore', 'wires-aside'))).toBeLessThan(seat);
    const gate = plan.refit.find(({ key }) => key === id('gate:closing-in', 'card'))!;
    expect(gate.checks.map(({ fact }) => fact)).toEqual(expect.arrayContaining(['swarf', 'bare-edge']));
    expect(gate.checks.map(({ text }) => text)).toContain('Swarf of the speaker opening vacuumed out');
    const test = plan.refit.find(({ key }) => key === id('gate:test', 'card'))!;
    expect(test.checks.map(({ text }) => text)).toContain('Speaker pod works');
    expect(at(back, test.key)).toBeLessThan(seat);
  });

  it('is not planned where nobody asks for it, but what is worth doing in there is offered', () => {
    const card = planOf(DOOR, ['card'], {});
    expect([...card.removal, ...card.fit].filter(({ type }) => type === 'work')).toEqual([]);
    expect(card.whileOpen).toEqual([{ procedure: DOOR.id, item: 'latch', words: 'Grease the latch' }]);
    expect(planOf(DOOR, ['wing'], {}).whileOpen).toEqual([]);
    const asked = planOf(DOOR, ['card', 'latch'], {});
    expect(asked.whileOpen).toEqual([]);
    expect(keys(asked.steps.fit)).toEqual([id('work', 'latch')]);
  });

  it('of the way back is done while what it needs is still open', () => {
    const back = keys(planOf(DOOR, ['fit mend'], {}).steps.refit);
    expect(at(back, id('work', 'patch'))).toBeLessThan(at(back, id('place', 'card')));
  });

  it('that something is behind is done on the way out, whatever its own phase', () => {
    const hidden = {
      ...DOOR,
      parts: DOOR.parts.map((part) => (part.id === 'woofer' ? { ...part, behind: ['opening'] } : part)),
    };
    const { steps } = planOf(hidden, ['woofer'], {});
    expect(keys(steps.removal)).toContain(id('work', 'opening'));
    expect(steps.fit).toEqual([]);
  });

  it('that is unknown as a kit is refused in words', () => {
    const result = makePlan({ documents: [DOOR], goals: ['fit sunroof'], options: {} });
    expect(result.ok ? null : result.problems[0].code).toBe('goal-unknown');
  });
});

describe('a shield that need not come off whole', () => {
  it('is peeled only as far as is needed, in its share of the time, past what holds it elsewhere', () => {
    const plan = planOf(DOOR, ['woofer'], {});
    const apart = keys(plan.steps.removal);
    const peel = id('peel', 'shield@lower-half');
    expect(at(apart, id('release', 'b1'))).toBeLessThan(at(apart, peel));
    expect(apart).not.toContain(id('release', 'b2'));
    expect(apart).not.toContain(id('free', 'shield'));
    expect(plan.removal.find(({ key }) => key === peel)!.ms).toBe(100_000);
    const step = plan.steps.removal.find(({ actions }) => actions.includes(peel))!;
    expect(step).toMatchObject({ kind: 'pull', part: 'shield', title: 'Peel back the lower half of the water shield' });
    expect(step.why[0]).toBe('the lower half of the water shield covers the door speaker');
  });

  it('is sealed again as far as it was peeled, and the gate says how far', () => {
    const plan = planOf(DOOR, ['woofer'], {});
    const back = keys(plan.steps.refit);
    expect(at(back, id('seal', 'shield@lower-half'))).toBeLessThan(at(back, id('seat', 'card')));
    expect(at(back, id('seat', 'woofer'))).toBeLessThan(at(back, id('seal', 'shield@lower-half')));
    const gate = plan.refit.find(({ key }) => key === id('gate:closing-in', 'card'))!;
    expect(gate.checks.map(({ text }) => text)).toContain('Water shield sealed again: lower half');
  });

  it('is peeled over the union of several areas in one pull', () => {
    const plan = planOf(DOOR, ['woofer', 'motor'], {});
    const pulls = plan.steps.removal.filter(({ actions }) => actions.some((key) => key.includes('shield@')));
    expect(pulls).toHaveLength(1);
    const peels = plan.removal.filter(({ type }) => type === 'peel');
    expect(peels).toHaveLength(2);
    // Half and half, a quarter of it twice: three quarters of 200 s.
    expect(peels.reduce((sum, { ms }) => sum + ms, 0)).toBe(150_000);
  });

  it('is not peeled besides where it comes off whole anyway', () => {
    const { removal } = planOf(DOOR, ['woofer', 'shield:free'], {});
    expect(removal.filter(({ type }) => type === 'peel')).toEqual([]);
    expect(removal.map(({ key }) => key)).toContain(id('free', 'shield'));
  });

  it('that is to stay is a conflict, by area too', () => {
    const result = makePlan({ documents: [DOOR], goals: ['woofer', 'keep shield'], options: {} });
    expect(result.ok ? null : result.problems[0].code).toBe('keep-conflict');
  });
});

describe('a part in the way of a seat', () => {
  it('comes off too, anywhere in the removal, and returns only after that seat', () => {
    const plan = planOf(DOOR, ['card'], {});
    const apart = keys(plan.steps.removal);
    expect(apart).toContain(id('takeOff', 'wing'));
    const back = keys(plan.steps.refit);
    expect(at(back, id('seat', 'card'))).toBeLessThan(at(back, id('place', 'wing')));
    const wing = plan.steps.removal.find(({ actions }) => actions.includes(id('takeOff', 'wing')))!;
    expect(wing.why[0]).toBe('the corner trim must be off to get the door card back in');
  });

  it('cannot be kept', () => {
    const result = makePlan({ documents: [DOOR], goals: ['card', 'keep wing'], options: {} });
    expect(result.ok ? null : result.problems[0].code).toBe('keep-conflict');
  });

  it('that still stands when the way back is begun comes off before the seat', () => {
    const plan = runPlanFor(DOOR, ['card'], {});
    const done: RunFact[] = plan.removal
      .filter((key) => !key.includes('/w'))
      .map((action) => ({ type: 'done', action }));
    const judge = judgeFor(basesOf(plan));
    const facts: RunFact[] = [{ type: 'started' }, ...done, { type: 'phase', to: 'refit' }];
    const graph = graphOf(plan);
    const view = viewRun(graph, plan, foldRun(stamp(facts), judge));
    expect(view.refit[0].actions.map(({ key }) => key)).toEqual([id('release', 'w1')]);
    expect(view.now!.key).toBe(view.refit[0].key);
    const seat = view.refit.find(({ actions }) => actions.some(({ key }) => key === id('seat', 'card')))!;
    expect(seat.state).toBe('waiting');
    const early = foldRun(stamp([...facts, { type: 'done', action: id('seat', 'card') }]), judge);
    expect(early.against).toHaveLength(1);
    const off: RunFact[] = ['release:w1', 'free:wing', 'takeOff:wing'].map((text) => {
      const [type, item] = text.split(':');
      return { type: 'done', action: id(type, item) };
    });
    const cleared = viewRun(graph, plan, foldRun(stamp([...facts, ...off]), judge));
    expect(cleared.refit.map(({ kind }) => kind)).not.toContain('turn');
    expect(cleared.refit.flatMap(({ actions }) => actions.map(({ key }) => key))).toContain(id('place', 'wing'));
  });
});

describe('work in a run', () => {
  it('stands between apart and together, and is asked for before the run can be finished', () => {
    const planned = planOf(DOOR, ['fit pod'], {});
    const plan = runPlanOf(planned, { documents: [DOOR], options: {}, goals: ['fit pod'], newParts: [] });
    const graph = graphOf(plan);
    const apart: RunFact[] = [
      { type: 'started' },
      ...plan.removal.map((action): RunFact => ({ type: 'done', action })),
    ];
    const fit = viewRun(graph, plan, foldRun(stamp([...apart, { type: 'phase', to: 'fit' }])));
    expect(fit.fit.map((step) => fit.wordsOf(step).title)).toEqual(['Cut the speaker opening', 'Fit the speaker pod']);
    expect(fit.now!.key).toBe(fit.fit[0].key);
    expect(fit.blocks.map(({ text }) => text)).toContain('Still to do: cut the speaker opening.');
    const done: RunFact[] = ['opening', 'mounted'].map((item) => ({ type: 'done', action: id('work', item) }));
    const after = viewRun(graph, plan, foldRun(stamp([...apart, ...done, { type: 'phase', to: 'fit' }])));
    expect(after.now).toBeNull();
    expect(after.blocks.map(({ text }) => text).join()).not.toContain('opening');
  });
});
