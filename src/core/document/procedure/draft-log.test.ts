import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { type DraftEdit, editBetween, foldDraft } from './draft-log';
import { applyEdit, type Edit, freeId } from './edit';
import { indexItems, itemsOf } from './items';
import { renameItem } from './rename';
import type { Fastener, ProcedureDocument } from './types';

const KITE = demoProcedure('kite-rear-door');

/** What somebody may do to the draft as it is on their tablet. */
type Act = (now: ProcedureDocument, mark: string) => ProcedureDocument;
const pick = <T>(list: T[], at: number): T => list[at % list.length];
const idOf = (now: ProcedureDocument, at: number) => pick(itemsOf(now), at).id;
const edit = (make: (now: ProcedureDocument, mark: string) => Edit): Act => {
  return (now, mark) => applyEdit(now, make(now, mark));
};
const act: fc.Arbitrary<Act> = fc.oneof(
  { weight: 4, arbitrary: fc.nat(9).map((n) => edit((now, mark) => newScrew(now, pick(now.parts, n).id, mark))) },
  { weight: 3, arbitrary: fc.constant<Act>(newPanel) },
  {
    weight: 3,
    arbitrary: fc
      .nat(99)
      .map((n) => edit((now, mark) => ({ type: 'change', id: idOf(now, n), patch: { name: mark } }))),
  },
  { weight: 2, arbitrary: fc.nat(99).map((n) => edit((now) => ({ type: 'remove', id: idOf(now, n) }))) },
  {
    weight: 2,
    arbitrary: fc
      .tuple(fc.nat(99), fc.nat(99))
      .map(([n, m]) => edit((now) => ({ type: 'change', id: idOf(now, n), patch: { behind: [idOf(now, m)] } }))),
  },
  { weight: 1, arbitrary: fc.nat(9).map((n) => edit((now) => ({ type: 'reorder', id: idOf(now, n), by: 2 }))) },
  {
    weight: 1,
    arbitrary: fc.nat(9).map(
      (n): Act =>
        (now, mark) =>
          renameItem(now, idOf(now, n), `called-${mark}`),
    ),
  },
  { weight: 1, arbitrary: fc.constant(edit((_, mark) => ({ type: 'document', patch: { title: mark } }))) },
);

function newScrew(now: ProcedureDocument, holds: string, mark: string): Edit {
  const fastener: Fastener = { id: freeId(now, 's'), holds, kind: 'screw', name: mark };
  return { type: 'addFastener', fastener };
}
/** A panel and a clip that holds it, told in one breath. */
function newPanel(now: ProcedureDocument, mark: string): ProcedureDocument {
  const id = freeId(now, 'panel-');
  const withPanel = applyEdit(now, { type: 'addPart', part: { id, kind: 'trim', name: mark } });
  return applyEdit(withPanel, newScrew(withPanel, id, `holds ${mark}`));
}

/** What a tablet makes of the draft, as its log of edits and as it shows it. */
function record(base: ProcedureDocument, device: string, acts: Act[], ticks: number[]) {
  let [now, lamport] = [base, 0];
  const edits: DraftEdit[] = [];
  acts.forEach((one, at) => {
    const next = one(now, `${device}${at}`);
    lamport += 1 + (ticks[at % Math.max(1, ticks.length)] ?? 0);
    const made = editBetween(now, next, { id: `${device}-${at}`, lamport, device, seq: at });
    if (made) edits.push(made);
    now = next;
  });
  return { document: now, edits };
}
const acts = fc.array(act, { maxLength: 8 });
const ticks = fc.array(fc.nat(5), { minLength: 1, maxLength: 8 });
/** A document with its items in one order and without empty lists: where things stand in a list says nothing. */
const settled = (document: ProcedureDocument) => ({
  ...document,
  parts: [...document.parts].sort((a, b) => a.id.localeCompare(b.id)),
  fasteners: [...document.fasteners].sort((a, b) => a.id.localeCompare(b.id)),
  links: [...document.links].sort((a, b) => a.id.localeCompare(b.id)),
  work: [...(document.work ?? [])].sort((a, b) => a.id.localeCompare(b.id)),
});

describe('a draft is a log of edits', () => {
  it('that gives what its one tablet shows', () => {
    fc.assert(
      fc.property(acts, ticks, (all, clock) => {
        const { document, edits } = record(KITE, 'a', all, clock);
        const folded = foldDraft(KITE, edits);
        expect(settled(folded.document)).toEqual(settled(document));
        expect(folded.losses).toEqual([]);
      }),
    );
  });

  it('that gives the same in whatever order and however often its edits arrive', () => {
    fc.assert(
      fc.property(acts, acts, ticks, ticks, fc.infiniteStream(fc.nat(1e6)), (own, others, clock, other, chance) => {
        const edits = [...record(KITE, 'a', own, clock).edits, ...record(KITE, 'b', others, other).edits];
        const shuffled = [...edits, ...edits]
          .map((one) => [chance.next().value as number, one] as const)
          .sort(([a], [b]) => a - b)
          .map(([, one]) => one);
        expect(foldDraft(KITE, shuffled)).toEqual(foldDraft(KITE, edits));
      }),
    );
  });

  it('of two tablets in which nothing is dropped or tied to something else', () => {
    fc.assert(
      fc.property(acts, acts, ticks, ticks, (own, others, clock, other) => {
        const [a, b] = [record(KITE, 'a', own, clock), record(KITE, 'b', others, other)];
        const { document, losses } = foldDraft(KITE, [...a.edits, ...b.edits]);
        const known = new Set(itemsOf(KITE).map(({ id }) => id));
        const lost = new Set(losses.map(({ lost: { change } }) => JSON.stringify(change.to)));
        const index = indexItems(document);
        const byName = new Map(itemsOf(document).map((item) => [item.name, item]));
        for (const { document: shown } of [a, b]) {
          const names = new Map(itemsOf(shown).map((item) => [item.id, item.name]));
          for (const made of shown.fasteners) {
            if (known.has(made.id) || !made.name || lost.has(JSON.stringify(made.name))) continue;
            const found = byName.get(made.name) as Fastener | undefined;
            expect(found, `${made.name} is there`).toBeDefined();
            // What held one's own new panel holds that one, whatever it is called now.
            const held = names.get(made.holds as string);
            if (!held?.startsWith('a') && !held?.startsWith('b')) continue;
            if (!lost.has(JSON.stringify(held))) expect(index.parts.get(found!.holds as string)?.name).toBe(held);
          }
        }
        expect(new Set(itemsOf(document).map(({ id }) => id)).size).toBe(itemsOf(document).length);
      }),
      { numRuns: 300 },
    );
  });

  it('that names what both changed, and puts lists together', () => {
    const change = (device: string, lamport: number, patch: object) =>
      editBetween(KITE, applyEdit(KITE, { type: 'change', id: 's4', patch }), {
        id: `${device}${lamport}`,
        lamport,
        device,
        seq: lamport,
      })!;
    const [first, second] = [change('a', 1, { length: 40 }), change('b', 2, { length: 30 })];
    const { document, losses } = foldDraft(KITE, [second, first]);
    expect(indexItems(document).fasteners.get('s4')!.length).toBe(30);
    expect(losses).toMatchObject([
      { item: 's4', field: 'length', stands: { device: 'b' }, lost: { device: 'a', change: { to: 40 } } },
    ]);
    const photos = foldDraft(KITE, [change('a', 3, { photos: ['p1'] }), change('b', 4, { photos: ['p2'] })]);
    expect(indexItems(photos.document).fasteners.get('s4')!.photos).toEqual(['p1', 'p2']);
    expect(photos.losses).toEqual([]);
  });

  it('in which a part that another tablet just tied something to is not taken out', () => {
    const screw = applyEdit(KITE, newScrew(KITE, 'card', 'new'));
    const without = applyEdit(KITE, { type: 'remove', id: 'card' });
    const stamp = (device: string, lamport: number) => ({ id: device, lamport, device, seq: 1 });
    const { document, losses } = foldDraft(KITE, [
      editBetween(KITE, screw, stamp('a', 1))!,
      editBetween(KITE, without, stamp('b', 2))!,
    ]);
    expect(indexItems(document).parts.has('card')).toBe(true);
    expect(losses).toMatchObject([{ item: 'card', field: null, lost: { device: 'b', change: { kind: 'removed' } } }]);
  });
});
