import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import type { ProcedureDocument } from '../../document';
import { makePlan, type Plan, type PlanResult } from '../../telling';

const DOOR = demoProcedure('kite-rear-door');
const plan = (
  change: Partial<ProcedureDocument>,
  goals: string[],
  options: Record<string, string> = { windows: 'power' },
): PlanResult => makePlan({ documents: [{ ...DOOR, ...change }], goals, options });
const good = (result: PlanResult): Plan => {
  if (!result.ok) throw new Error(result.problems[0].message);
  return result.plan;
};
/** The same door with a grille over the speaker that pops off from the cabin. */
const GRILLE: Partial<ProcedureDocument> = {
  parts: [
    ...DOOR.parts,
    { id: 'grille', name: 'Speaker grille', kind: 'grille', motions: ['pry-top', 'pull'], tool: 'pick' },
  ],
  routes: [{ of: 'woofer', anyOf: [['card', 'shield:free'], ['grille']] }],
};

describe('routes', () => {
  it('take the provably cheaper way and say what the other would have cost', () => {
    const { routesTaken, removal } = good(plan(GRILLE, ['woofer']));
    const other = good(plan({ ...GRILLE, routes: [{ of: 'woofer', anyOf: [['card', 'shield:free']] }] }, ['woofer']));
    expect(routesTaken).toHaveLength(1);
    expect(routesTaken[0]).toMatchObject({
      of: 'kite-rear-door/woofer',
      taken: ['takeOff:kite-rear-door/grille'],
      actions: removal.length,
    });
    expect(routesTaken[0].instead!.actions).toBe(other.removal.length);
    expect(routesTaken[0].words).toBe(
      `Through the speaker grille: ${removal.length} actions instead of ${other.removal.length}.`,
    );
  });

  it('share what another goal needs anyway, counted once', () => {
    const { routesTaken, removal } = good(plan(GRILLE, ['woofer', 'card', 'shield']));
    expect(routesTaken[0].taken).toEqual(['takeOff:kite-rear-door/card', 'free:kite-rear-door/shield']);
    expect(removal.some((action) => action.item === 'grille')).toBe(false);
  });

  it('that a rule makes useless are left for another, though it costs more', () => {
    const rule = { before: [{ first: 'woofer', then: 'grille', why: 'the grille carries the speaker’s screws' }] };
    const { routesTaken, removal } = good(plan({ ...GRILLE, ...rule }, ['woofer']));
    expect(routesTaken[0].taken).toEqual(['takeOff:kite-rear-door/card', 'free:kite-rear-door/shield']);
    expect(removal.some((action) => action.item === 'grille')).toBe(false);
    const only = plan({ ...GRILLE, ...rule, routes: [{ of: 'woofer', anyOf: [['grille']] }] }, ['woofer']);
    expect(only.ok ? null : only.problems[0].code).toBe('loop');
  });

  it('that lead in a circle are named, not followed', () => {
    const result = plan({ routes: [{ of: 'woofer', anyOf: [['woofer:free']] }] }, ['woofer']);
    expect(result.ok ? null : result.problems[0].code).toBe('loop');
  });
});

describe('keeping', () => {
  it('names the conflict with its chain of reasons', () => {
    const result = plan({}, ['woofer', 'keep sail']);
    expect(result.ok ? null : result.problems[0]).toMatchObject({ code: 'keep-conflict', items: ['keep sail'] });
    expect(result.ok ? '' : result.problems[0].message).toMatch(
      /^The corner trim cannot stay: .*the corner trim covers the door card.*; the door speaker is wanted out\.$/,
    );
  });

  it('takes the other way where there is one', () => {
    const { removal } = good(plan(GRILLE, ['woofer', 'keep card']));
    expect(removal.some((action) => action.item === 'card')).toBe(false);
  });
});

describe('what stays', () => {
  it('has its reason: nothing behind it, spared by a route, carried along, not on this vehicle', () => {
    const why = (result: PlanResult, item: string) => good(result).stays.find((one) => one.item === item)?.why;
    expect(why(plan({}, ['sail']), 'woofer')).toBe('Door speaker stays: nothing you asked for is behind it.');
    expect(why(plan(GRILLE, ['woofer']), 'card')).toMatch(
      /^Door card stays: that way takes \d+ actions, the one taken \d+\.$/,
    );
    expect(why(plan({}, ['card']), 'crank')).toBe('Window crank: not on this vehicle.');
    const lumen = makePlan({
      documents: [demoProcedure('lumen-front-door')],
      goals: ['card'],
      options: { audio: 'base', puddle: 'none' },
    });
    expect(why(lumen, 'tweeter')).toBe('Tweeter stays in the sail trim and comes off with it.');
    expect(good(lumen).stays.some((one) => one.item === 'card')).toBe(false);
  });
});

it('a plan over two procedures counts the battery and shared covers once', () => {
  const lumen = demoProcedure('lumen-front-door');
  const right: ProcedureDocument = { ...lumen, id: 'lumen-front-door-right', side: 'right' };
  const result = good(
    makePlan({
      documents: [lumen, right],
      goals: ['lumen-front-door/woofer', 'lumen-front-door-right/woofer', 'lumen-front-door/card'],
      options: { audio: 'base', puddle: 'none' },
    }),
  );
  const keys = result.removal.map((action) => action.key);
  expect(keys.filter((key) => key === 'batteryOff')).toHaveLength(1);
  expect(new Set(keys).size).toBe(keys.length);
  expect(result.cost).toMatchObject({ optimal: true });
  expect(result.refit.filter((step) => step.type === 'batteryOn')).toHaveLength(1);
});
