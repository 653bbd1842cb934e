import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { checkProcedure } from '../check';
import { applyEdit, editHistory, freeId, type Edit, type EditHistory } from './edit';

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
    type: fc.constant('movePart' as const),
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
