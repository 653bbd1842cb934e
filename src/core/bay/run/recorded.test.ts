import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { runPlanFor, stamp } from '@tests/support/run';
import { checkProcedure, hasErrors } from '../../planning';
import { itemsOf } from '../../document';
import type { RunFact } from './events';
import { foldRun } from './fold';
import { NOT_FITTED, recordedFrom } from './recorded';

const KITE = demoProcedure('kite-rear-door');
const plan = runPlanFor(KITE, ['woofer'], { windows: 'power' });
const of = (...facts: RunFact[]) => recordedFrom(plan, foldRun(stamp(facts, 'tablet-a')), KITE.id)!;
const clip = KITE.fasteners.find(({ count = 1, kind }) => kind === 'push-clip' && count > 2)!;

describe('a procedure recorded while it ran', () => {
  it('is the procedure itself where nothing differed', () => {
    const { document, differences } = of({ type: 'started' });
    expect(differences).toEqual([]);
    expect({ ...document, recordedOrder: [] }).toEqual({ ...KITE, recordedOrder: [] });
    expect([...document.recordedOrder!].sort()).toEqual(itemsOf(KITE).map(({ id }) => id).sort()); // prettier-ignore
  });

  it('has the fasteners that were found, under ids of its own, and the others as they were', () => {
    const { document, differences } = of(
      { type: 'asFound', item: `${KITE.id}/${clip.id}`, difference: '2 are screws', change: { kind: 'screw', drive: 'T20', pieces: 2 } },
      { type: 'extra', procedure: KITE.id, holds: 'card', kind: 'screw', drive: 'T25', count: 1, point: [300, 200] },
    ); // prettier-ignore
    const known = new Set(KITE.fasteners.map(({ id }) => id));
    const added = document.fasteners.filter(({ id }) => !known.has(id));
    expect(added.map(({ kind, drive, count }) => [kind, drive, count])).toEqual([
      ['screw', 'T20', 2],
      ['screw', 'T25', 1],
    ]);
    expect(document.fasteners.find(({ id }) => id === clip.id)!.count).toBe(clip.count! - 2);
    expect(added.every(({ id, note }) => /^f\d+$/.test(id) && note === undefined)).toBe(true);
    expect(differences).toHaveLength(2);
    expect(hasErrors(checkProcedure(document).remarks)).toBe(false);
  });

  it('has nothing that is not fitted, nor anything that held only that', () => {
    const gone = KITE.fasteners[0].id;
    const { document, differences } = of({ type: 'skipped', action: `release:${KITE.id}/${gone}`, reason: NOT_FITTED });
    expect(itemsOf(document).some(({ id }) => id === gone)).toBe(false);
    expect(document.recordedOrder).not.toContain(gone);
    expect(differences[0]).toBe(`tabs of the pull-cup cap: ${NOT_FITTED}`);
    const kept = of({ type: 'skipped', action: `release:${KITE.id}/${gone}`, reason: 'already loose' });
    expect(itemsOf(kept.document).some(({ id }) => id === gone)).toBe(true);
  });

  it('goes in the order of the hands', () => {
    const [first, second] = KITE.recordedOrder!.filter((id) => KITE.fasteners.some((one) => one.id === id));
    const done = (id: string): RunFact => ({ type: 'done', action: `release:${KITE.id}/${id}` });
    const order = of(done(second), done(first)).document.recordedOrder!;
    expect(order.indexOf(second)).toBeLessThan(order.indexOf(first));
  });

  it('is none of a procedure that the run does not have', () => {
    expect(recordedFrom(plan, foldRun([]), 'no-such')).toBeNull();
  });
});
