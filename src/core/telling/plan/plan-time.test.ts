import { describe, expect, it } from 'vitest';
import { demoNames, demoProcedure } from '@tests/support/demo';
import { planOf } from '@tests/support/plan';
import { NO_HISTORY } from '../../planning';
import { findZone, workSeconds } from '../../trade';
import { makePlan } from './plan';

const MINUTE = 60;

describe('minutes', () => {
  // Common practice, no source: what a shop reckons with.
  it.each([
    ['an opening, with marking it out', [{ kind: 'mark-out' }, { kind: 'cut' }], 15],
    ['deburred, vacuumed and primed', [{ kind: 'deburr' }, { kind: 'clean' }, { kind: 'seal' }], 10],
    ['four holes, with marking them', [{ kind: 'mark-out' }, { kind: 'drill', at: [1, 2, 3, 4] }], 8],
    ['a loom through a door’s boot', [{ kind: 'route-cable' }], 25],
    ['a pair soldered and sleeved', [{ kind: 'splice', tool: 'soldering-iron' }], 8],
    ['a pair crimped', [{ kind: 'splice' }], 4],
    ['a door’s damping at three quarters', [{ kind: 'damp' }], 35],
  ])('of %s', (_, works, minutes) => {
    expect(works.reduce((sum, work) => sum + workSeconds(work), 0)).toBeCloseTo(minutes * MINUTE, -0.5);
  });

  it('follow what somebody recorded, whatever the kind usually takes', () => {
    expect(workSeconds({ kind: 'drill', seconds: 20, at: [1, 2] })).toBe(20);
  });

  it.each(demoNames())(
    '%s: a whole door out and back never plans below 15 min for hands that do not know it',
    (name) => {
      const document = demoProcedure(name);
      const panel = document.parts.find(({ kind }) => kind === 'panel');
      if (!panel || !findZone(document.zone)?.isDoor) return;
      const goals = [panel.id];
      expect(planOf(document, goals, {}).time.likelySeconds).toBeGreaterThanOrEqual(15 * MINUTE);
      const known = makePlan({
        documents: [document],
        goals,
        options: {},
        policy: { history: { ...NO_HISTORY, paces: { [name]: { likely: 0.5, safe: null } } } },
      });
      // Hands that have done it before take what they take.
      expect(known.ok && known.plan.time.likelySeconds).toBeLessThan(15 * MINUTE);
    },
  );
});
