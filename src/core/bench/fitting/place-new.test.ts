import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { fixture } from '@tests/support/fixture';
import { planOf } from '@tests/support/plan';
import type { ProcedureDocument } from '../../document';
import { makePlan } from '../../telling';
import { mayReplace, type Speaker } from '../tools';
import { type NewPartWish, placeNewParts } from './place-new';

const DOOR = demoProcedure('kite-front-door');
const KICK = JSON.parse(fixture('ways-back/kick-crossover.json')) as ProcedureDocument;
const wish = (procedure: string, of: string): NewPartWish => ({ procedure, of, fixing: 'holes', speaker: null });
const SET = `${DOOR.id}/woofer,${DOOR.id}/tweeter,${KICK.id}/crossover`;

describe('a component set over zones', () => {
  const all = [wish(DOOR.id, 'woofer'), wish(DOOR.id, 'tweeter'), wish(KICK.id, 'crossover')];

  it('is planned as one: its places, its lead from zone to zone while both are open, tried before anything closes', () => {
    const { documents, goals, problems } = placeNewParts([DOOR, KICK], all, { sets: [SET] });
    expect(problems).toEqual([]);
    expect(goals).toEqual(['fit set-1']);
    const made = makePlan({ documents, goals, options: {}, sets: [SET] });
    if (!made.ok) throw new Error(made.problems[0].message);
    const fit = made.plan.steps.fit.flatMap(({ actions }) => actions);
    expect(fit.filter((key) => key.includes('-lead-'))).toEqual([
      `work:${KICK.id}/new-crossover-lead-kite-front-door-tweeter`,
      `work:${KICK.id}/new-crossover-lead-kite-front-door-woofer`,
    ]);
    for (const kit of ['new-woofer', 'new-tweeter', 'new-crossover'])
      expect(
        fit.some((key) => key.includes(`/${kit}-bag`)),
        kit,
      ).toBe(true);
    const keys = made.plan.refit.map(({ key }) => key);
    const first = keys.indexOf('gate:test:set/set-1');
    expect(first).toBeGreaterThan(0);
    for (const seat of [`seat:${DOOR.id}/card`, `seat:${KICK.id}/kick`])
      expect(keys.indexOf(seat)).toBeGreaterThan(first);
    // A crossover plays nothing: nobody looks for its polarity.
    expect(fit).not.toContain(`work:${KICK.id}/new-crossover-polarity`);
  });

  it('is not planned with one of its places forgotten', () => {
    const { problems } = placeNewParts([DOOR, KICK], [all[0], all[2]], { sets: [SET] });
    expect(problems.map(({ code, message }) => [code, message])).toEqual([
      [
        'set-incomplete',
        'The set lacks a new part for the tweeter, front door, left: say what goes in there, or take it out of the set.',
      ],
    ]);
    expect(placeNewParts([DOOR, KICK], [all[0]], { sets: [SET] }).problems).toEqual([]);
  });
});

describe('a place without wires of its own', () => {
  const unwired: ProcedureDocument = { ...DOOR, links: DOOR.links.filter(({ joins }) => !joins.includes('tweeter')) };

  it.each([
    ['solder', 'soldering-iron'],
    ['crimp', 'crimp-tool'],
    ['adapter', 'pliers'],
  ] as const)('is tee’d into the other speaker’s uncut pair, by %s', (joint, tool) => {
    const { documents, goals } = placeNewParts([unwired], [{ ...wish(DOOR.id, 'tweeter'), joint }]);
    const plan = planOf(documents[0], goals, {});
    const tee = plan.fit.find(({ key }) => key === `work:${DOOR.id}/new-tweeter-tee`);
    expect(tee).toMatchObject({ tool });
    expect(plan.fit.some(({ key }) => key.endsWith('new-tweeter-join'))).toBe(false);
  });
});

describe('behind a factory amplifier', () => {
  const speaker = (name: string, ohms: number, depth: number, sensitivityDb = 89): Speaker => ({
    name,
    kind: 'speaker',
    basket: 168,
    cutout: 140,
    holes: 4,
    circle: 156,
    depth,
    proud: 8,
    stroke: 4,
    ohms,
    sensitivityDb,
    watts: 50,
  });
  const place = { bore: 142, holes: { count: 4, circle: 156 }, toGlass: 68, grilleGap: 24, tolerance: 1 };

  it('may go what its channel drives, what is as loud, and what the door has room for', () => {
    const ours = [
      speaker('two ohm', 2, 55),
      speaker('four ohm', 4, 55, 86),
      speaker('deep', 4, 110),
      speaker('quiet', 8, 55, 80),
      speaker('alike', 4, 60, 88),
    ];
    const found = mayReplace({ ohms: 4, sensitivityDb: 88, place }, ours);
    expect(found.map((one) => [one.speaker.name, one.verdict, one.levelDb])).toEqual([
      ['alike', 'same', 0],
      ['four ohm', 'same', -2],
    ]);
    expect(mayReplace({ ohms: 4, place: {} }, ours).map((one) => one.speaker.name)).toContain('deep');
  });
});
