import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_COSTS, moveMs, toolChangeMs, type CostSettings, type Place } from '../../core/planning';
import { costSettings, DEFAULT_COST_FORM } from '../views';
import { costSchema } from './costs';

const place: fc.Arbitrary<Place> = fc
  .record({
    procedure: fc.constantFrom('fl', 'kick', 'rl', null),
    x: fc.integer({ min: 0, max: 1400 }),
    y: fc.integer({ min: 0, max: 800 }),
  })
  .map(({ procedure, x, y }) => ({
    procedure,
    x,
    y,
    side: procedure === null ? null : 'left',
    group: procedure === 'rl' ? 'rear' : procedure === null ? 'battery' : 'front',
  }));
const tool = fc.constantFrom('hand', 'T20', 'T25', 'trim-tool');

/** Prices that the boundary lets through. */
const costs: fc.Arbitrary<CostSettings> = fc
  .record({
    toolChangeSeconds: fc.double({ min: 0, max: 60, noNaN: true }),
    bareHandSeconds: fc.double({ min: 0, max: 60, noNaN: true }),
    moveMmPerSecond: fc.integer({ min: 10, max: 5000 }),
    zoneMoveSeconds: fc.double({ min: 0, max: 60, noNaN: true }),
    partChangeSeconds: fc.double({ min: 0, max: 60, noNaN: true }),
    sideMoveSeconds: fc.double({ min: 0, max: 60, noNaN: true }),
  })
  .filter((form) => costSchema.validate(form).error === undefined)
  .map(costSettings);

describe('prices', () => {
  it('are those of a new shop where nothing was said', () => {
    expect(costSettings(DEFAULT_COST_FORM)).toEqual(DEFAULT_COSTS);
    expect(costSchema.validate({}).value).toEqual(DEFAULT_COST_FORM);
  });

  it('keep the triangle inequality for moves and for tools, whatever the shop sets', () => {
    fc.assert(
      fc.property(costs, place, place, place, tool, tool, tool, (prices, a, b, c, s, t, u) => {
        expect(moveMs(a, c, prices)).toBeLessThanOrEqual(moveMs(a, b, prices) + moveMs(b, c, prices) + 1);
        expect(toolChangeMs(s, u, prices)).toBeLessThanOrEqual(toolChangeMs(s, t, prices) + toolChangeMs(t, u, prices));
      }),
      { numRuns: 400 },
    );
  });

  it('are whole milliseconds, the same both ways, nothing for staying', () => {
    fc.assert(
      fc.property(costs, place, place, tool, (prices, a, b, s) => {
        expect(Number.isInteger(moveMs(a, b, prices))).toBe(true);
        expect(moveMs(a, b, prices)).toBe(moveMs(b, a, prices));
        expect(moveMs(a, a, prices)).toBe(0);
        expect(toolChangeMs(s, s, prices)).toBe(0);
      }),
    );
  });

  it('are refused where the long way round would be shorter than the straight one', () => {
    expect(costSchema.validate({ zoneMoveSeconds: 30, sideMoveSeconds: 10 }).error?.message).toContain('at most twice');
    expect(costSchema.validate({ moveMmPerSecond: 0 }).error).toBeDefined();
    expect(costSchema.validate({ speed: 3 }).error).toBeDefined();
  });
});

it('a move within a panel takes its distance at the set speed, never more than a move between zones', () => {
  const at = (x: number): Place => ({ procedure: 'fl', side: 'left', group: 'front', x, y: 0 });
  // 800 mm at 800 mm/s is one second.
  expect(moveMs(at(0), at(800), DEFAULT_COSTS)).toBe(1000);
  expect(moveMs(at(0), at(1), DEFAULT_COSTS)).toBe(2);
  expect(moveMs(at(0), at(1_000_000), DEFAULT_COSTS)).toBe(8000);
});
