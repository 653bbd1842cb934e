import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { runPlanFor } from '@tests/support/run';
import { readRunPlan } from './migrate';

const plan = runPlanFor(demoProcedure('kite-rear-door'), ['woofer'], { windows: 'power' });

describe('stored run plans', () => {
  it('of this version are read as they are', () => {
    expect(readRunPlan(plan)).toBe(plan);
  });

  it('of the first version get the precedence and ways that follow from their documents', () => {
    const { version: _version, waitsFor: _waitsFor, waysTaken: _ways, ...first } = plan;
    const read = readRunPlan(JSON.parse(JSON.stringify(first)));
    const sorted = (waits: Record<string, string[]>) =>
      Object.fromEntries(Object.entries(waits).map(([key, list]) => [key, [...list].sort()]));
    expect(sorted(read.waitsFor)).toEqual(sorted(plan.waitsFor));
    expect([read.version, read.waysTaken]).toEqual([plan.version, plan.waysTaken]);
  });

  it('of a newer version are refused by name', () => {
    expect(() => readRunPlan({ ...plan, version: 99 })).toThrow(expect.objectContaining({ code: 'plan-too-new' }));
  });
});
