import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { applyChanges, diffProcedures, invertChanges } from './diff';
import { mergeProcedures } from './merge';
import { renameItem } from './rename';
import type { Fastener, ProcedureDocument } from './types';

const KITE = demoProcedure('kite-rear-door');
const TARN = demoProcedure('tarn-front-door');
const edit = (document: ProcedureDocument, id: string, change: Partial<Fastener>): ProcedureDocument => ({
  ...document,
  fasteners: document.fasteners.map((one) => (one.id === id ? { ...one, ...change } : one)),
});

/** Edits as a person might make them, many after one another. */
type Step = (document: ProcedureDocument) => ProcedureDocument;
const pick = <T>(list: T[], at: number) => list[at % Math.max(1, list.length)];
const steps = fc.array(
  fc.oneof(
    fc.record({ n: fc.nat(50), length: fc.integer({ min: 5, max: 60 }) }).map(
      ({ n, length }): Step =>
        (one) =>
          edit(one, pick(one.fasteners, n)?.id, { length }),
    ),
    fc.nat(50).map((n): Step => (one) => ({
      ...one,
      fasteners: one.fasteners.filter((_, at) => at !== n % Math.max(1, one.fasteners.length)),
    })),
    fc.nat(50).map((n): Step => (one) => ({ ...one, links: [...one.links].reverse().slice(n % 2) })),
    fc.nat(50).map(
      (n): Step =>
        (one) =>
          one.parts.length ? renameItem(one, pick(one.parts, n).id, `part-${n}`) : one,
    ),
    fc.nat(1000).map((n): Step => (one) => ({
      ...one,
      fasteners: [...one.fasteners, { id: `new${n}`, holds: 'card', kind: 'tab', count: 1 + (n % 4) }],
    })),
    fc.string({ maxLength: 8 }).map((title): Step => (one) => ({ ...one, title })),
    fc.constant<Step>(({ cautions: _, ...rest }) => rest),
  ),
  { maxLength: 8 },
);
const edited = (start: ProcedureDocument, all: Step[]) => {
  const made = all.reduce((one, step) => step(one), start);
  // Ids are unique in a document.
  const seen = new Set<string>();
  const unique = <T extends { id: string }>(list: T[]) => list.filter(({ id }) => !seen.has(id) && seen.add(id));
  return { ...made, parts: unique(made.parts), fasteners: unique(made.fasteners), links: unique(made.links) };
};
const normal = (document: ProcedureDocument) => ({ ...document, work: document.work ?? [] });

describe('the difference of two documents', () => {
  it('applied to the old gives the new, and taken back gives the old', () => {
    fc.assert(
      fc.property(steps, (all) => {
        const next = edited(KITE, all);
        const changes = diffProcedures(KITE, next);
        expect(normal(applyChanges(KITE, changes))).toEqual(normal(next));
        expect(normal(applyChanges(next, invertChanges(changes)))).toEqual(normal(KITE));
      }),
      { numRuns: 300 },
    );
    const changes = diffProcedures(KITE, TARN);
    expect(applyChanges(KITE, changes)).toEqual(TARN);
    expect(normal(applyChanges(TARN, invertChanges(changes)))).toEqual(normal(KITE));
    expect(diffProcedures(KITE, KITE)).toEqual([]);
  });

  it('knows a thing again whose id changed: same kind, place and what it holds', () => {
    const next = edit(renameItem(KITE, 's4', 'speaker-screws'), 'speaker-screws', { length: 40 });
    expect(diffProcedures(KITE, next)).toEqual([
      { kind: 'changed', type: 'fastener', item: 's4', field: 'id', from: 's4', to: 'speaker-screws' },
      { kind: 'changed', type: 'fastener', item: 'speaker-screws', field: 'length', from: 20, to: 40 },
    ]);
    expect(diffProcedures(KITE, renameItem(KITE, 'card', 'door-card'))).toHaveLength(1);
  });

  it('tells a move from a change', () => {
    const at = KITE.fasteners.find(({ id }) => id === 's4')!.at!;
    const moved = diffProcedures(KITE, edit(KITE, 's4', { at: at.map(([x, y]) => [x + 10, y]) }));
    expect(moved).toMatchObject([{ kind: 'moved', item: 's4', field: 'at' }]);
    expect(diffProcedures(KITE, edit(KITE, 's4', { at: at.slice(1) }))).toMatchObject([{ kind: 'changed' }]);
  });

  it('has nothing to say of keys in another order', () => {
    const [first, ...rest] = KITE.fasteners;
    const reversed = Object.fromEntries(Object.entries(first).reverse()) as unknown as Fastener;
    expect(diffProcedures(KITE, { ...KITE, fasteners: [reversed, ...rest] })).toEqual([]);
  });
});

describe('two drafts of one revision', () => {
  it('are put together where they changed different things', () => {
    const merged = mergeProcedures(KITE, edit(KITE, 's4', { length: 40 }), { ...KITE, title: 'Kite' });
    expect(merged).toEqual({ document: { ...edit(KITE, 's4', { length: 40 }), title: 'Kite' }, conflicts: [] });
  });

  it('name what both changed differently, and what one took out that the other changed', () => {
    const both = mergeProcedures(KITE, edit(KITE, 's4', { length: 40 }), edit(KITE, 's4', { length: 30 }));
    expect(both.conflicts).toMatchObject([{ item: 's4', field: 'length', mine: { to: 40 }, theirs: { to: 30 } }]);
    const without = { ...KITE, fasteners: KITE.fasteners.filter(({ id }) => id !== 's4') };
    expect(mergeProcedures(KITE, edit(KITE, 's4', { length: 40 }), without).conflicts).toHaveLength(1);
  });

  it('merged with themselves or with nothing are as they were', () => {
    fc.assert(
      fc.property(steps, (all) => {
        const mine = edited(KITE, all);
        expect(mergeProcedures(KITE, mine, mine)).toEqual({ document: mine, conflicts: [] });
        expect(mergeProcedures(KITE, mine, KITE)).toEqual({ document: mine, conflicts: [] });
        expect(
          normal(mergeProcedures(KITE, KITE, mine).document)
            .fasteners.map(({ id }) => id)
            .sort(),
        ).toEqual(mine.fasteners.map(({ id }) => id).sort());
      }),
      { numRuns: 100 },
    );
  });
});
