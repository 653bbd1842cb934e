import { describe, expect, it } from 'vitest';
import { fixture } from '@tests/support/fixture';
import { made, part } from '@tests/support/made';
import type { ProcedureDocument } from '../../document';
import { checkProcedure, hasErrors } from '../../planning';
import { makePlan } from './plan';
import type { Plan } from './plan-types';

const load = (name: string): ProcedureDocument => JSON.parse(fixture(`ways-back/${name}.json`)) as ProcedureDocument;

function planOf(names: string[], goals: string[], sets: string[] = []): Plan {
  const planned = makePlan({ documents: names.map(load), goals, options: {}, sets });
  if (!planned.ok) throw new Error(planned.problems.map(({ message }) => message).join(' '));
  return planned.plan;
}

/** What the hand does, gates and power among it, in order; with “|” between what one step holds together. */
const keysOf = (plan: Plan) => plan.steps.refit.flatMap(({ actions }) => actions);
/** Where each of these stands: they must be in ascending order. */
function inOrder(plan: Plan, keys: string[]): void {
  const all = keysOf(plan);
  expect(keys.filter((key) => !all.includes(key))).toEqual([]);
  expect(all.filter((key) => keys.includes(key))).toEqual(keys);
}
const gate = (plan: Plan, key: string) => plan.refit.find((step) => step.key === key)!;
const lines = (plan: Plan, key: string) => gate(plan, key).checks.map(({ fact }) => fact);

// Common practice, no source: each case is one sentence of how putting back goes, docs/model.md.
describe('the hand’s way back', () => {
  it.each([
    'plug-in-sight',
    'two-grilles',
    'rear-bench',
    'belt-pillar',
    'set-door',
    'kick-crossover',
    'crank-clip',
    'rivet-nuts',
    'sensor-card',
  ])('%s is a sound procedure', (name) => {
    expect(hasErrors(checkProcedure(load(name)).remarks)).toBe(false);
  });

  it('plugs a speaker in before it is screwed home, though its plug was recorded as in sight', () => {
    inOrder(planOf(['plug-in-sight'], ['woofer']), [
      'gate:closing-in:plug-in-sight/woofer',
      'place:plug-in-sight/woofer',
      'join:plug-in-sight/plug',
      'seat:plug-in-sight/woofer',
      'start:plug-in-sight/s4',
      'tighten:plug-in-sight/s4',
      'gate:test:plug-in-sight/shield',
      'gate:closing-in:plug-in-sight/shield',
      'seat:plug-in-sight/shield',
      'gate:clips:plug-in-sight/card',
      'gate:closing-in:plug-in-sight/card',
      'place:plug-in-sight/card',
      'join:plug-in-sight/cable',
      'gate:test:plug-in-sight/card',
      'seat:plug-in-sight/card',
      'gate:test:hand-over',
    ]);
  });

  it('feels the cable with the card hanging, though the speaker played before the shield was sealed', () => {
    const plan = planOf(['plug-in-sight'], ['woofer']);
    expect(lines(plan, 'gate:test:plug-in-sight/card')).toEqual(['joined-and-moving']);
    expect(lines(plan, 'gate:test:plug-in-sight/shield')).toContain('works');
  });

  it('keeps both grilles off until both speakers played', () => {
    const plan = planOf(['two-grilles'], ['speaker-left', 'speaker-right']);
    const keys = keysOf(plan);
    const tests = keys.filter((key) => key.startsWith('gate:test:'));
    expect(tests).toHaveLength(1);
    expect(lines(plan, tests[0])).toHaveLength(4);
    for (const grille of ['grille-left', 'grille-right'])
      expect(keys.indexOf(`seat:two-grilles/${grille}`)).toBeGreaterThan(keys.indexOf(tests[0]));
  });

  it('says what comes off again where the battery has to wait for the bolster over a seat back', () => {
    const plan = planOf(['quarter-behind-seat', 'rear-bench'], ['quarter-behind-seat/speaker']);
    inOrder(plan, [
      'seat:quarter-behind-seat/quarter',
      'join:rear-bench/srs',
      'seat:rear-bench/bolster',
      'tighten:rear-bench/b1',
      'gate:before-power:before-power',
      'batteryOn',
      'gate:airbag-lamp:airbag-lamp',
      'gate:test:power/quarter-behind-seat',
      'seat:rear-bench/base',
    ]);
    expect(gate(plan, 'gate:test:power/quarter-behind-seat').notes).toEqual([
      'No power before every SRS connector is plugged in and its parts are home, so this test comes with the side bolster, the seat back and the quarter trim already closed. If it fails, those come off again.',
    ]);
  });

  it('tries a belt sensor before its pillar closes, and counts the clips of what closes no cavity as a line of its seat', () => {
    const plan = planOf(['belt-pillar'], ['sensor']);
    inOrder(plan, [
      'tighten:belt-pillar/s1',
      'gate:test:belt-pillar/upper',
      'gate:clips:belt-pillar/upper',
      'seat:belt-pillar/upper',
      'seat:belt-pillar/lower',
    ]);
    expect(keysOf(plan)).not.toContain('gate:clips:belt-pillar/lower');
    expect(plan.refit.find(({ key }) => key === 'seat:belt-pillar/lower')!.notes.join()).toContain(
      'Count the push clips',
    );
  });

  it('tries a set as one before either of its zones closes; without it each for itself', () => {
    const names = ['set-door', 'kick-crossover'];
    const goals = ['set-door/tweeter', 'kick-crossover/crossover'];
    const plan = planOf(names, goals, ['set-door/tweeter,kick-crossover/crossover']);
    const keys = keysOf(plan);
    const test = keys.indexOf('gate:test:set/set-1');
    expect(lines(plan, 'gate:test:set/set-1')).toHaveLength(4);
    expect(keys.indexOf('seat:set-door/sail')).toBeGreaterThan(test);
    expect(keys.indexOf('seat:kick-crossover/kick')).toBeGreaterThan(test);
    const apart = keysOf(planOf(names, goals));
    expect(apart.filter((key) => key.startsWith('gate:test:')).sort()).toEqual([
      'gate:test:kick-crossover/kick',
      'gate:test:set-door/sail',
    ]);
  });

  it('counts only the members of a set that the job opens, and names one that nothing is called', () => {
    const alone = planOf(['set-door'], ['tweeter'], ['tweeter,kick-crossover/crossover']);
    expect(keysOf(alone)).toContain('gate:test:set-door/sail');
    const wrong = makePlan({
      documents: [load('set-door')],
      goals: ['tweeter'],
      options: {},
      sets: ['tweeter,woofer'],
    });
    expect(wrong).toMatchObject({
      ok: false,
      problems: [{ code: 'set-unknown', message: 'Tried as one: nothing here is called “woofer”.' }],
    });
  });

  it('puts the C-clip into its crank before that is pushed on, and runs the glass by crank before the card is offered', () => {
    const plan = planOf(['crank-clip'], ['woofer']);
    inOrder(plan, [
      'gate:closing-in:crank-clip/card',
      'place:crank-clip/card',
      'seat:crank-clip/card',
      'fit:crank-clip/clip',
      'place:crank-clip/crank',
      'seat:crank-clip/crank',
    ]);
    expect(lines(plan, 'gate:closing-in:crank-clip/card')).toContain('glass-path-clear');
    expect(gate(plan, 'gate:closing-in:crank-clip/card').notes).toEqual([
      'Slip the window crank on its shaft to run the glass.',
    ]);
  });

  it('sets rivet nuts before the speaker is offered and before its cavity is looked into; their screws are started, then tightened', () => {
    const plan = planOf(['rivet-nuts'], ['woofer']);
    inOrder(plan, [
      'fit:rivet-nuts/r1',
      'gate:closing-in:rivet-nuts/woofer',
      'place:rivet-nuts/woofer',
      'seat:rivet-nuts/woofer',
      'start:rivet-nuts/r1',
      'tighten:rivet-nuts/r1',
    ]);
    expect(lines(plan, 'gate:closing-in:rivet-nuts/woofer')).toContain('swarf');
    const titles = plan.steps.refit.map(({ title }) => title);
    expect(titles).toContain('Set 4 nuts for the screws of the door woofer');
    expect(titles).toContain('Start 4 screws of the door woofer by hand');
  });

  it('joins a sensor’s plug with its card in the hand, tests what needs power once that card is home, and says so', () => {
    const plan = planOf(['sensor-card'], ['woofer']);
    inOrder(plan, [
      'seat:sensor-card/sensor',
      'place:sensor-card/card',
      'join:sensor-card/srs',
      'gate:test:sensor-card/card',
      'seat:sensor-card/card',
      'tighten:sensor-card/s1',
      'gate:before-power:before-power',
      'batteryOn',
      'gate:airbag-lamp:airbag-lamp',
      'gate:test:power/sensor-card',
    ]);
    expect(lines(plan, 'gate:test:sensor-card/card')).toEqual(['srs-locked']);
    expect(gate(plan, 'gate:test:power/sensor-card').notes.join()).toContain(
      'comes with the door card and the water shield already closed',
    );
  });

  it('names the loop where a part could never be offered, and makes no plan without it', () => {
    const document = made([part('card', { kind: 'panel', offToSeat: ['sail'] }), part('sail', { behind: ['card'] })]);
    const planned = makePlan({ documents: [document], goals: ['card', 'sail'], options: {} });
    expect(planned).toMatchObject({
      ok: false,
      problems: [
        {
          code: 'waits-for-itself',
          items: ['d/card', 'd/sail'],
          message:
            'There is no way back: the sail must be off while the card is seated, and has to be back before the card is. One of the two was recorded wrongly.',
        },
      ],
    });
  });

  it('brings power back for nothing while an airbag plug stays out, and says which tests that bars', () => {
    const document = {
      ...load('sensor-card'),
      work: [{ id: 'new', kind: 'fit', name: 'new sensor', needs: ['card'], replaces: 'sensor' }],
    };
    const planned = makePlan({ documents: [document], goals: ['woofer', 'new'], options: {} });
    if (!planned.ok) throw new Error(planned.problems[0].message);
    expect(keysOf(planned.plan)).not.toContain('batteryOn');
    const last = gate(planned.plan, 'gate:test:hand-over');
    expect(last.notes).toContain(
      'Not tested: door woofer works. The battery stays off while the pressure-sensor plug stays unplugged.',
    );
    expect(last.checks.map(({ fact }) => fact)).not.toContain('works');
  });

  it('says what goes over to the new part, and bags what held the old one with a label', () => {
    const document = {
      ...load('plug-in-sight'),
      work: [{ id: 'new', kind: 'fit', name: 'new speaker', needs: ['woofer'], replaces: 'woofer' }],
    };
    const ring = {
      ...document,
      parts: [...document.parts, part('foam', { kind: 'seal', name: 'Foam ring', on: 'woofer' })],
    };
    const planned = makePlan({ documents: [ring], goals: ['new'], options: { windows: 'power' } });
    if (!planned.ok) throw new Error(planned.problems[0].message);
    const { detail } = planned.plan.steps.fit[0];
    expect(detail).toContain('Move the foam ring over from the old door speaker.');
    expect(detail).toContain(
      'Bag 4 × T25 screws with the old door speaker, for going back to stock: “Velden Kite, rear door, left: door speaker”.',
    );
  });

  it('keeps every line of the gates where something new goes in, but for those that name what does not return', () => {
    const own = load('plug-in-sight');
    const fitted = {
      ...own,
      work: [{ id: 'new', kind: 'fit', name: 'new speaker', needs: ['woofer'], replaces: 'woofer' }],
    };
    const lineIds = (document: ProcedureDocument, goals: string[]) => {
      const planned = makePlan({ documents: [document], goals, options: { windows: 'power' } });
      if (!planned.ok) throw new Error(planned.problems[0].message);
      return planned.plan.refit.flatMap(({ gate: kind, item, checks }) =>
        kind === 'test' || item === 'woofer' ? [] : checks.map(({ fact }) => `${item} ${fact}`),
      );
    };
    const names = (line: string) => line === 'shield inside-back';
    const without = lineIds(own, ['woofer']).filter((line) => !names(line));
    expect(lineIds(fitted, ['new'])).toEqual(expect.arrayContaining(without));
  });

  it('says where a thing is now, not where the card was that it came away with', () => {
    const document = made(
      [part('card', { kind: 'panel' }), part('pod', { on: 'card', behind: ['card'] })],
      [{ id: 'tabs', holds: 'pod', kind: 'bent-tab', count: 3, behind: ['card'] }],
    );
    const planned = makePlan({ documents: [document], goals: ['pod'], options: {} });
    if (!planned.ok) throw new Error(planned.problems[0].message);
    const words = planned.plan.steps.removal.map(({ title, where }) => `${title} | ${where}`).join('\n');
    expect(words).toContain('On the back of the card');
    expect(words).not.toContain('here the card was');
  });

  it('asks for the glass by motor and by crank, each if fitted, while nobody has said which it is; not at all where it is fixed', () => {
    const document = {
      ...load('plug-in-sight'),
      parts: [...load('plug-in-sight').parts, part('crank', { kind: 'crank', when: { windows: 'crank' } })],
    };
    const texts = (options: Record<string, string>) => {
      const planned = makePlan({ documents: [document], goals: ['woofer'], options });
      if (!planned.ok) throw new Error(planned.problems[0].message);
      return planned.plan.refit.flatMap(({ gate: kind, checks }) =>
        checks.flatMap(({ fact, text }) => (fact === 'glass-path-clear' ? [`${kind}: ${text}`] : [])),
      );
    };
    const line = 'Glass path clear: window run down and up';
    expect(texts({})).toEqual([`test: ${line}, by its motor if fitted`, `closing-in: ${line}, by its crank if fitted`]);
    expect(texts({ windows: 'power' })).toEqual([`test: ${line}`]);
    expect(texts({ windows: 'crank' })).toEqual([`closing-in: ${line}`]);
    const fixed = { ...document, options: { windows: ['power', 'crank', 'fixed'] } };
    const planned = makePlan({ documents: [fixed], goals: ['woofer'], options: { windows: 'fixed' } });
    expect(planned.ok && planned.plan.refit.flatMap(({ checks }) => checks.map(({ fact }) => fact))).not.toContain(
      'glass-path-clear',
    );
  });

  it('powers up with the card hanging on its airbag plug only where the maker says so, and names where', () => {
    const planned = makePlan({
      documents: [load('sensor-card')],
      goals: ['woofer'],
      options: {},
      policy: { srsMayHang: 'workshop manual, section 12' },
    });
    if (!planned.ok) throw new Error(planned.problems[0].message);
    inOrder(planned.plan, [
      'place:sensor-card/card',
      'join:sensor-card/srs',
      'gate:before-power:before-power',
      'batteryOn',
      'gate:airbag-lamp:airbag-lamp',
      'gate:test:sensor-card/card',
      'seat:sensor-card/card',
    ]);
    expect(gate(planned.plan, 'gate:before-power:before-power').notes).toEqual([
      'The part may hang on its SRS plug under power: workshop manual, section 12.',
    ]);
  });
});
