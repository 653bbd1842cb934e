import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { checkProcedure } from '../../planning';
import { applyEdit, editHistory, freeId, type Edit, type EditHistory } from './edit';
import { itemsOf } from './items';
import { removalEffects } from './remove';

const start = demoProcedure('kite-rear-door');
const ids = [...start.parts, ...start.fasteners, ...start.links].map((item) => item.id);
const edits: fc.Arbitrary<Edit> = fc.oneof(
  fc.constantFrom(...ids).map((id): Edit => ({ type: 'remove', id })),
  fc.record({
    type: fc.constant('reorder' as const),
    id: fc.constantFrom(...ids),
    by: fc.integer({ min: -9, max: 9 }),
  }),
  fc.record({ type: fc.constant('addPoint' as const), id: fc.constant('s1'), at: fc.tuple(fc.nat(900), fc.nat(600)) }),
  fc.record({
    type: fc.constant('move' as const),
    id: fc.constantFrom('card', 'sail'),
    by: fc.tuple(fc.integer({ min: -9, max: 9 }), fc.integer({ min: -9, max: 9 })),
  }),
);

describe('editing a procedure', () => {
  it('is undone to exactly what was, and redone to exactly what it became', () => {
    fc.assert(
      fc.property(fc.array(edits, { minLength: 1, maxLength: 12 }), (list) => {
        const begin: EditHistory = { past: [], present: start, future: [] };
        const edited = list.reduce<EditHistory>((history, edit) => editHistory(history, edit), begin);
        const undone = list.reduce<EditHistory>((history) => editHistory(history, { type: 'undo' }), edited);
        expect(undone.present).toEqual(start);
        expect(list.reduce<EditHistory>((history) => editHistory(history, { type: 'redo' }), undone).present).toEqual(
          edited.present,
        );
      }),
    );
  });

  it('leaves no dangling reference behind a removed item', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.constantFrom(...ids), { maxLength: 8 }), (gone) => {
        const left = gone.reduce((document, id) => applyEdit(document, { type: 'remove', id }), start);
        expect(checkProcedure(left).remarks.filter((remark) => remark.code === 'dangling-reference')).toEqual([]);
      }),
    );
  });

  it('counts a group by its places', () => {
    const more = applyEdit(start, { type: 'addPoint', id: 's1', at: [500, 300] });
    expect(more.fasteners.find((f) => f.id === 's1')).toMatchObject({ count: 3 });
  });

  it('gives ids that are free', () => {
    expect(freeId(start, 's')).toBe('s5');
    expect(freeId(start, 'panel', '-')).toBe('panel');
    expect(freeId(start, 'card', '-')).toBe('card-2');
  });
});

describe('typing and deleting', () => {
  it('takes back what was typed in one field in one step', () => {
    const begin = { past: [], present: start, future: [] };
    const typed = ['m', 'mi', 'mind'].reduce<EditHistory>(
      (history, note) => editHistory(history, { type: 'change', id: 'card', patch: { note }, typing: true }),
      begin,
    );
    expect(typed.present.parts.find(({ id }) => id === 'card')?.note).toBe('mind');
    const other = editHistory(typed, { type: 'change', id: 'card', patch: { startAt: 'rear' }, typing: true });
    expect(editHistory(editHistory(other, { type: 'undo' }), { type: 'undo' }).present).toEqual(start);
  });

  it('says what else goes or changes with an item, and does just that', () => {
    for (const { id } of itemsOf(start)) {
      const { gone, changed } = removalEffects(start, [id]);
      const left = applyEdit(start, { type: 'remove', id });
      const before = new Map(itemsOf(start).map((item) => [item.id, item]));
      expect(itemsOf(left).map((item) => item.id)).toEqual(
        [...before.keys()].filter((one) => one !== id && !gone.includes(one)),
      );
      for (const item of itemsOf(left)) if (!changed.includes(item.id)) expect(item).toEqual(before.get(item.id));
    }
  });

  it('does not put in sight what was behind the deleted cover', () => {
    const document = {
      ...start,
      fasteners: [
        ...start.fasteners,
        { id: 'zz', holds: 'card', kind: 'bolt', behind: [start.parts.find(({ id }) => id !== 'card')!.id] },
      ],
    };
    const [cover] = document.fasteners.at(-1)!.behind!;
    const left = applyEdit(document, { type: 'remove', id: cover });
    expect(left.fasteners.find(({ id }) => id === 'zz')).toMatchObject({ holds: 'card' });
    expect(left.fasteners.find(({ id }) => id === 'zz')?.behind).toBeUndefined();
  });
});
