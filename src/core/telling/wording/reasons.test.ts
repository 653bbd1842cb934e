import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { planOf } from '@tests/support/plan';
import { placeNewParts } from '../../bench';
import { DEFAULT_SCHOOLS } from '../../document';
import { makePlan, type Plan, type PlannedAction } from '../plan';

const KITE = demoProcedure('kite-rear-door');
const LUMEN = demoProcedure('lumen-front-door');
const kite = planOf(KITE, ['woofer'], { windows: 'power' });
const lumen = planOf(LUMEN, ['woofer'], { audio: 'amplified', puddle: 'fitted' });
const step = (plan: Plan, key: string): PlannedAction =>
  plan.removal.find((action) => `${action.type} ${action.item}` === key)!;

describe('why', () => {
  it('goes from the step to the goal by the shortest chain, each hop in trade words', () => {
    expect(step(kite, 'release t1').why).toEqual([
      'the tabs hold the pull-cup cap',
      'the pull-cup cap covers the T20 screws',
      'the T20 screws hold the door card',
      'the door card covers the door speaker',
      'the door speaker is wanted out',
    ]);
    expect(step(kite, 'undo l2').why).toEqual([
      'the release cable still ties the door card',
      'the door card covers the door speaker',
      'the door speaker is wanted out',
    ]);
    expect(step(kite, 'takeOff woofer').why).toEqual(['the door speaker is wanted out']);
  });

  it('says of a loose part what frees it, not the other way round', () => {
    const carry = planOf(demoProcedure('carry-front-door-right'), ['speaker'], {});
    expect(step(carry, 'takeOff washer').why[0]).toBe('the nosed washer lies loose once the window crank is off');
  });

  it('says of an old part that it makes room for the new one, not that it covers itself', () => {
    const { documents, goals } = placeNewParts(
      [KITE],
      [{ procedure: null, of: 'woofer', fixing: 'ring', speaker: null }],
    );
    const made = makePlan({ documents, goals, options: { windows: 'power' } });
    if (!made.ok) throw new Error(made.problems[0].message);
    expect(step(made.plan, 'takeOff woofer').why).toEqual([
      'the door speaker makes room for the new one',
      'the new door speaker goes in its place',
    ]);
    const all = made.plan.removal.flatMap(({ why }) => why).join(' ');
    expect(all).not.toMatch(/covers the old/);
  });

  it('tells why the battery goes off', () => {
    expect(step(lumen, 'batteryOff battery').why[0]).toContain("battery off and the vehicle maker's wait come first");
    const always = makePlan({
      documents: [KITE],
      goals: ['sail'],
      options: { windows: 'power' },
      policy: { schools: { ...DEFAULT_SCHOOLS, battery: 'always' } },
    });
    expect(always.ok && always.plan.removal.find((action) => action.type === 'batteryOff')!.why).toEqual([
      'the shop always takes the battery off',
    ]);
  });
});
