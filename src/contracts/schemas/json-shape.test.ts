import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { measureJson } from './json-shape';

/** The same numbers of a value that was read. */
function depthOf(value: unknown): number {
  if (typeof value !== 'object' || value === null) return 0;
  return 1 + Math.max(0, ...Object.values(value).map(depthOf));
}

describe('the shape of JSON text', () => {
  it('is told without reading it: how deep, and at least how many values', () => {
    expect(measureJson('[{},{},{}]')).toEqual({ depth: 2, values: 7 });
    expect(measureJson('{"a":[1,2,{"b":"],}"}]}').depth).toBe(3);
    expect(measureJson('"a \\" [ { , : "')).toEqual({ depth: 0, values: 1 });
    expect(measureJson('['.repeat(100_000)).depth).toBe(100_000);
  });

  it('agrees with what JSON.parse makes of it', () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 6 }), (value) => {
        expect(measureJson(JSON.stringify(value)).depth).toBe(depthOf(value));
      }),
    );
  });

  it('ends on text that is no JSON', () => {
    fc.assert(fc.property(fc.string(), (text) => measureJson(text).values >= 1));
    expect(measureJson('"never closed').depth).toBe(0);
  });
});
