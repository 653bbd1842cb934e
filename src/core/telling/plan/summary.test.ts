import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { countOf } from '../../document';
import { summarise } from './summary';

describe('a procedure in short', () => {
  it('counts what comes out, by hand from the demo’s rear door', () => {
    const kite = demoProcedure('kite-rear-door');
    const screws = kite.fasteners.filter(({ kind }) => kind === 'screw').reduce((sum, one) => sum + countOf(one), 0);
    const { screws: counted, plates, clips, plugs, hasSrs, likelySeconds, shapes } = summarise(kite);
    expect(counted).toBe(screws);
    expect(plates).toEqual(['7 mm', 'T20', 'T25']);
    expect(clips).toBe(
      kite.fasteners
        .filter(({ kind }) => kind.includes('clip') && kind !== 'c-clip')
        .reduce((sum, one) => sum + countOf(one), 0),
    );
    expect([plugs > 0, hasSrs, shapes.length > 3]).toEqual([true, false, true]);
    // A familiar door out and back is 15 to 25 minutes (common practice, no source); this counts every option of it.
    expect(likelySeconds / 60).toBeGreaterThan(8);
    expect(likelySeconds / 60).toBeLessThan(45);
  });

  it('tells of an airbag connector, and takes a draft that holds nothing', () => {
    expect(summarise(demoProcedure('lumen-front-door')).hasSrs).toBe(true);
    const empty = { ...demoProcedure('kite-rear-door'), parts: [], fasteners: [], links: [], before: [], routes: [] };
    expect(summarise(empty)).toMatchObject({ screws: 0, clips: 0, plugs: 0, likelySeconds: 0, shapes: [] });
  });
});
