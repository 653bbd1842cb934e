import { describe, expect, it } from 'vitest';
import { made } from '@tests/support/made';
import { applyEdit, type ProcedureDocument } from '@/core/document/procedure';
import { checkProcedure, hasErrors } from '@/core/planning';
import { motionsOf } from './motions';
import { likelyPart, newFastener, newLink, newPart } from './starting';

const FASTENER_TOOLS = ['screw', 'push-clip', 'tab', 'push-pin', 'hook', 'bolt', 'rivet', 'butyl'];
const PART_TOOLS = ['panel', 'cover', 'bezel', 'switch', 'speaker', 'shield', 'trim'];
const LINK_TOOLS = ['connector', 'cable', 'rod', 'lamp'];

const EMPTY = made([], [], [], { map: { width: 1100, height: 700, outline: 'front-door' }, recordedOrder: [] });
const withPart = (document: ProcedureDocument, kind: string) =>
  applyEdit(document, { type: 'addPart', part: newPart(document, kind, [500, 350]) });

describe('placing', () => {
  it.each(PART_TOOLS)('a %s gives a part with a box on the map, and says nothing of how it comes off', (kind) => {
    const part = newPart(EMPTY, kind, [500, 350]);
    expect(part.id).toBe(kind);
    expect(part.motions).toBeUndefined();
    expect(motionsOf(part).length).toBeGreaterThan(0);
    for (const [x, y] of part.shape!) {
      expect(x).toBeGreaterThanOrEqual(0);
      expect(x).toBeLessThanOrEqual(1100);
      expect(y).toBeGreaterThanOrEqual(0);
      expect(y).toBeLessThanOrEqual(700);
    }
  });

  it.each(FASTENER_TOOLS)(
    'a %s gives one piece that holds the likely part, without an error of the checker',
    (kind) => {
      const document = withPart(EMPTY, 'panel');
      const made = newFastener(document, kind, [300, 200], likelyPart(document, null)!);
      expect(made).toMatchObject({ holds: 'panel', count: 1, at: [[300, 200]] });
      expect(hasErrors(checkProcedure(applyEdit(document, { type: 'addFastener', fastener: made })).remarks)).toBe(
        false,
      );
    },
  );

  it.each(LINK_TOOLS)('a %s ties the likely part to the body', (kind) => {
    const document = withPart(EMPTY, 'panel');
    const made = newLink(document, kind, 'panel');
    expect(made.joins).toEqual(['panel', 'body']);
    expect(hasErrors(checkProcedure(applyEdit(document, { type: 'addLink', link: made })).remarks)).toBe(false);
  });

  it('gives every new thing an id of its own', () => {
    let document = withPart(withPart(withPart(EMPTY, 'cover'), 'cover'), 'cover');
    expect(document.parts.map((part) => part.id)).toEqual(['cover', 'cover-2', 'cover-3']);
    for (let n = 0; n < 3; n += 1)
      document = applyEdit(document, {
        type: 'addFastener',
        fastener: newFastener(document, 'screw', [10, 10], 'cover'),
      });
    expect(document.fasteners.map((fastener) => fastener.id)).toEqual(['s1', 's2', 's3']);
  });

  it('guesses the part tapped last, else the panel, else the first', () => {
    const document = withPart(withPart(EMPTY, 'cover'), 'panel');
    expect(likelyPart(document, 'cover')).toBe('cover');
    expect(likelyPart(document, null)).toBe('panel');
    expect(likelyPart(withPart(EMPTY, 'cover'), 'gone')).toBe('cover');
    expect(likelyPart(EMPTY, null)).toBeNull();
  });

  it('keeps a clip on its part, and lets a plug on a carried part wait for the carrier', () => {
    const document = withPart(EMPTY, 'panel');
    expect(newFastener(document, 'push-clip', [1, 1], 'panel').staysOn).toBe('panel');
    const carried = applyEdit(document, {
      type: 'addPart',
      part: { ...newPart(document, 'switch', [5, 5]), on: 'panel' },
    });
    expect(newLink(carried, 'connector', 'switch').behind).toEqual(['panel:free']);
  });
});
