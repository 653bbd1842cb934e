import { describe, expect, it } from 'vitest';
import { demoNames, demoProcedure } from '@tests/support/demo';
import { hardProcedure } from '@tests/support/hard-procedure';
import { checkingEffort } from './effort';

const kite = demoProcedure('kite-rear-door');
const tower = (n: number) => ({
  ...kite,
  options: {},
  fasteners: [],
  links: [],
  routes: [],
  work: [],
  parts: Array.from({ length: n }, (_, at) => ({ id: `p${at}`, kind: 'cover', ...(at ? { on: `p${at - 1}` } : {}) })),
});

describe('the work of checking', () => {
  it('is small for every door that is really recorded', () => {
    for (const name of demoNames()) expect(checkingEffort(demoProcedure(name)), name).toBeLessThan(20_000);
  });

  it('counts a part with each that carries it: n (n − 1) / 2 pairs in a tower', () => {
    expect(checkingEffort(tower(100)) - checkingEffort(tower(1)) - 99).toBe((100 * 99) / 2);
    expect(checkingEffort(tower(3000))).toBeGreaterThan(4_000_000);
  });

  it('comes to an end where parts carry one another in a ring', () => {
    const ring = tower(3);
    ring.parts[0] = { ...ring.parts[0], on: 'p2' } as never;
    expect(checkingEffort(ring)).toBeLessThan(100);
  });

  it('grows with routes and options, and stays countable for what is hard on purpose', () => {
    expect(checkingEffort(hardProcedure())).toBeLessThan(1_000_000);
    const more = { ...kite, options: { ...kite.options, colour: ['a', 'b', 'c', 'd'] } };
    expect(checkingEffort(more)).toBeGreaterThan(checkingEffort(kite));
  });
});
