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

  it('of version 7 count what is always replaced as they did: back, from its bin', () => {
    const card = plan.documents[0].fasteners.map((one) => (one.id === 'c1' ? { ...one, reuse: 'replace' } : one));
    const stored = { ...plan, version: 7, documents: [{ ...plan.documents[0], fasteners: card }] };
    const read = readRunPlan(JSON.parse(JSON.stringify(stored)));
    const reuseOf = (one: typeof read) => one.documents[0].fasteners.map(({ id, reuse }) => [id, reuse]);
    expect(reuseOf(read)).toEqual(card.map(({ id, reuse }) => [id, reuse === 'replace' ? undefined : reuse]));
    expect(reuseOf(readRunPlan({ ...stored, version: plan.version }))).toContainEqual(['c1', 'replace']);
  });

  it('of version 8 go on without what the procedure says to try once more', () => {
    const stored = { ...plan, version: 8, documents: [{ ...plan.documents[0], checks: ['central lock'] }] };
    const checksOf = (one: typeof plan) => one.documents[0].checks;
    expect(checksOf(readRunPlan(JSON.parse(JSON.stringify(stored))))).toBeUndefined();
    expect(checksOf(readRunPlan({ ...stored, version: plan.version }))).toEqual(['central lock']);
  });

  it('of a newer version are refused by name', () => {
    expect(() => readRunPlan({ ...plan, version: 99 })).toThrow(expect.objectContaining({ code: 'plan-too-new' }));
  });
});
