import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { made, part } from '@tests/support/made';
import type { ProcedureDocument } from '../../document';
import { DEFAULT_COSTS, buildGraph } from '../graph';
import { makePlan, type Plan } from '../../telling';
import { planRefit } from '../steps';
import type { RefitAction } from './refit-step';

const planOf = (document: ProcedureDocument, goals: string[], options = {}): Plan => {
  const result = makePlan({ documents: [document], goals, options });
  if (!result.ok) throw new Error(result.problems[0].message);
  return result.plan;
};
const keys = (steps: Pick<RefitAction, 'key'>[]) =>
  steps.map((step) => step.key.replace(/kite-rear-door\/|lumen-front-door\/|d\//, ''));
const kite = planOf(demoProcedure('kite-rear-door'), ['woofer'], { windows: 'power' });
const lumen = planOf(demoProcedure('lumen-front-door'), ['woofer'], { audio: 'base', puddle: 'none' });

describe('the way back', () => {
  it('brings a part near, joins it, then seats it; screws are started, then tightened; clips are fitted', () => {
    const order = keys(kite.refit);
    const at = (key: string) => order.indexOf(key);
    expect(at('place:card')).toBeLessThan(at('join:l2'));
    expect(at('join:l2')).toBeLessThan(at('seat:card'));
    expect(at('seat:card')).toBeLessThan(at('start:s1'));
    expect(at('start:s1')).toBeLessThan(at('tighten:s1'));
    expect(at('fit:c1')).toBeGreaterThan(at('seat:card'));
  });

  it('puts the hooks in before the clips are palmed home, since they came out last', () => {
    const order = keys(kite.refit);
    expect(order.indexOf('fit:h1')).toBeLessThan(order.indexOf('fit:c1'));
  });

  it('seats a part that was only freed, without bringing it back', () => {
    const freed = planOf(demoProcedure('kite-rear-door'), ['card:free'], { windows: 'power' });
    expect(keys(freed.refit)).toContain('seat:card');
    expect(keys(freed.refit)).not.toContain('place:card');
  });

  it('starts a fastener of two parts only when both are seated', () => {
    const order = keys(lumen.refit);
    expect(order.indexOf('start:s1')).toBeGreaterThan(order.indexOf('seat:card'));
    expect(order.indexOf('start:s1')).toBeGreaterThan(order.indexOf('seat:pull-bezel'));
  });

  it('says what a drilled rivet comes back as, with its material, and that this cannot go back to stock', () => {
    const rivets = lumen.refit.find((step) => step.key.endsWith('/r1'))!;
    expect(rivets.type).toBe('fit');
    expect(rivets.notes).toEqual(['Comes back as rivet nut and screw (M5 rivet nut).', 'Cannot go back to stock.']);
    expect(lumen.replacements).toEqual([
      { item: 'lumen-front-door/r1', as: 'rivet nut and screw', material: 'M5 rivet nut', count: 3, reversible: false },
    ]);
  });

  it('warns of plastic and asks for the hand where the fastener does', () => {
    const screws = kite.refit.find((step) => step.key.endsWith('start:kite-rear-door/s1'))!;
    expect(screws.notes).toEqual([
      'Into plastic: a little beyond hand-tight is enough.',
      'By hand only, in the old thread.',
    ]);
  });

  it('of nothing is nothing', () => {
    const graph = buildGraph([demoProcedure('kite-rear-door')], { options: {} });
    expect(planRefit(graph, [], DEFAULT_COSTS).actions).toEqual([]);
  });
});

describe('gates', () => {
  const gate = (plan: Plan, key: string) => plan.refit.find((step) => step.key === key)!;
  const place = (plan: Plan, key: string) => plan.refit.findIndex((step) => step.key === key);

  it('count the clips of the card before it is seated', () => {
    expect(place(kite, 'gate:clips:kite-rear-door/card')).toBeLessThan(place(kite, 'seat:kite-rear-door/card'));
    expect(gate(kite, 'gate:clips:kite-rear-door/card').checks[0].text).toMatch(
      /^9 of 9 push clips back on the door card/,
    );
  });

  it('of a part that was never freed stand before the first of its own clips', () => {
    const document = made([part('trim')], [{ id: 'c', holds: 'trim', kind: 'push-clip', count: 3, staysOn: 'trim' }]);
    const released = planOf(document, ['c']);
    expect(keys(released.refit)).toEqual(['fit:c']);
    expect(released.refit[0].notes).toEqual(['Count the push clips on the trim: 3. Replace broken or lost ones.']);
    const card = { ...document, parts: [part('trim', { kind: 'panel' })] };
    expect(keys(planOf(card, ['c']).refit)).toEqual(['gate:clips:trim', 'fit:c']);
  });

  it('ask for shield, weep holes and the glass’s path where something was worked on in the door', () => {
    const { checks } = gate(kite, 'gate:closing-in:kite-rear-door/card');
    expect(checks.map((check) => check.fact)).toEqual([
      'inside-back',
      'nothing-left-inside',
      'shield-sealed',
      'weep-holes-clear',
    ]);
    expect(checks[0].text).toContain('water shield');
    // What lies under the shield was asked for before that closed.
    expect(gate(kite, 'gate:closing-in:kite-rear-door/shield').checks[0].text).toContain('door speaker');
  });

  it('try the speaker before the butyl closes over it, the cable with the card open, the switch at the end', () => {
    const ids = (key: string) => gate(kite, key).checks.map((check) => check.id);
    expect(ids('gate:test:kite-rear-door/shield')).toEqual([
      'works:kite-rear-door/woofer',
      'joined-and-working:kite-rear-door/l3',
      'glass-path-clear:kite-rear-door/card',
      // What was recorded to be tried; its window and door speaker are tried anyway.
      'recorded:kite-rear-door/~check-2',
    ]);
    expect(ids('gate:test:kite-rear-door/card')).toEqual(['joined-and-moving:kite-rear-door/l2']);
    expect(ids('gate:test:hand-over')).toEqual([
      'works:kite-rear-door/switch-pack',
      'joined-and-working:kite-rear-door/l1',
      'latch-free:kite-rear-door/card',
    ]);
    expect(place(kite, 'gate:test:kite-rear-door/card')).toBeLessThan(place(kite, 'seat:kite-rear-door/card'));
  });

  it('hang the window switch on its plug where the glass is run', () => {
    expect(gate(kite, 'gate:test:kite-rear-door/shield').notes).toEqual([
      'Hang the window switch pack on its plug for it, then unplug.',
    ]);
    const crank = planOf(demoProcedure('kite-rear-door'), ['woofer'], { windows: 'crank' });
    expect(gate(crank, 'gate:closing-in:kite-rear-door/card').notes).toEqual([
      'Slip the window crank on its shaft to run the glass.',
    ]);
  });

  it('give no power before every airbag plug is joined, and move a test that would need it, saying what comes off again', () => {
    const power = place(lumen, 'batteryOn');
    const join = place(lumen, 'join:lumen-front-door/srs1');
    expect(join).toBeGreaterThanOrEqual(0);
    expect(join).toBeLessThan(power);
    const late = lumen.refit.filter(({ late: isLate }) => isLate);
    expect(late.map(({ key }) => key)).toEqual(['gate:test:power/lumen-front-door']);
    expect(late[0].notes.join()).toContain('with the door card already closed. If it fails, that comes off again.');
    expect(late[0].checks.map(({ id }) => id)).toContain('works:lumen-front-door/woofer');
    expect(place(lumen, late[0].key)).toBeGreaterThan(power);
    const early = gate(lumen, 'gate:test:lumen-front-door/card');
    expect(early.checks.map(({ fact }) => fact).sort()).toEqual(['joined-and-moving', 'srs-locked']);
  });

  it('are none for caps, cranks and trims: what they cover is proved by the counts', () => {
    const gated = kite.refit.filter((one) => one.gate === 'closing-in').map((one) => one.item);
    expect(gated).toEqual(['woofer', 'shield', 'card']);
  });
});
