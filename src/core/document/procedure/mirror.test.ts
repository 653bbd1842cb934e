import fc from 'fast-check';
import { expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { procedures } from '@tests/support/generate-procedure';
import { makePlan } from '../../telling';
import { withPair } from './measured';
import { mirror, mirroredSide, recordedId } from './mirror';

it('twice gives the first again, and a centre zone has no other side', () => {
  fc.assert(
    fc.property(procedures(), (document) => {
      expect(mirror(mirror(document))).toEqual(document);
    }),
  );
  const dash = demoProcedure('lumen-dash-top');
  expect(mirror(dash)).toBe(dash);
});

it('is known by its id', () => {
  const right = mirror(demoProcedure('kite-rear-door'));
  expect([right.id, right.side, recordedId(right.id), mirroredSide(right.id), mirroredSide('kite-rear-door')]).toEqual([
    'kite-rear-door@right',
    'right',
    'kite-rear-door',
    'right',
    null,
  ]);
});

it('is the same work: both doors take the same steps, and together the cost of two doors and one walk', () => {
  const left = demoProcedure('kite-rear-door');
  const right = mirror(left);
  const plan = (documents: (typeof left)[], goals: string[]) => {
    const result = makePlan({ documents, goals, options: { windows: 'power' } });
    if (!result.ok) throw new Error(result.problems[0].message);
    return result.plan;
  };
  const one = plan([left], ['woofer']);
  const other = plan([right], ['woofer']);
  const both = plan([left, right], ['kite-rear-door/woofer', 'kite-rear-door@right/woofer']);
  expect(other.cost).toEqual(one.cost);
  expect(both.removal).toHaveLength(2 * one.removal.length);
  expect(both.cost.optimal).toBe(true);
  // 25 s to the other door; the tool in hand on arrival saves at most two changes of 6 s.
  expect(both.cost.seconds).toBeLessThanOrEqual(2 * one.cost.seconds + 25);
  expect(both.cost.seconds).toBeGreaterThanOrEqual(2 * one.cost.seconds + 25 - 12);
});

it('proves nothing of the other side: what was tested says where, and asks for a test there', () => {
  const left = demoProcedure('kite-rear-door');
  const [pair] = left.pairs!;
  const [mount] = left.mounts!;
  expect([!!pair.verified, !!mount.measured]).toEqual([true, true]);
  const right = mirror(left);
  expect(right.pairs![0]).toEqual({
    of: pair.of,
    at: pair.at,
    plus: pair.plus,
    minus: pair.minus,
    heard: 'Velden Kite, rear door, left',
  });
  expect(right.mounts![0].measured).toEqual({ how: 'on another: Velden Kite, rear door, left' });
  // Hearsay keeps its first source, and a test on this side ends it.
  expect(mirror(right).pairs![0].heard).toBe('Velden Kite, rear door, left');
  const tested = withPair(right, { ...pair, verified: [{ how: 'cell', result: 'cone out' }] });
  expect([tested.pairs![0].heard, tested.pairs![0].verified]).toEqual([
    undefined,
    [{ how: 'cell', result: 'cone out' }],
  ]);
});
