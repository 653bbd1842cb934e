import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { made } from '@tests/support/made';
import { applyEdit, type Fastener, type Part, type ProcedureDocument } from '../../document';
import { checkProcedure, type Remark } from './';

const box = (left: number, low: number, right: number, high: number): Part['shape'] => [
  [left, low],
  [right, low],
  [right, high],
  [left, high],
];
const DOOR = made(
  [
    { id: 'card', name: 'Door card', kind: 'panel', shape: box(20, 20, 980, 580), motions: ['pull-bottom', 'lift'] },
    { id: 'cap', name: 'Pull-cup cap', kind: 'cover', shape: box(400, 300, 500, 350), motions: ['pry'], behind: [] },
    { id: 'speaker', name: 'Door speaker', kind: 'speaker', shape: box(100, 100, 260, 260), motions: ['roll-out'] },
  ],
  [{ id: 's1', holds: 'card', kind: 'screw', drive: 'T20', count: 1, at: [[450, 320]] }],
);
const asked = (document: ProcedureDocument, code: string) =>
  checkProcedure(document).remarks.filter((remark) => remark.code === code);
const answer = (document: ProcedureDocument, remark: Remark, n = 0) => applyEdit(document, remark.answers![n].edit);
const withFastener = (fastener: Fastener): ProcedureDocument => ({ ...DOOR, fasteners: [...DOOR.fasteners, fastener] });

describe('a question of the drawing', () => {
  it('is asked of a speaker under a panel and of a screw under a cap, and is settled by either answer', () => {
    const questions = asked(DOOR, 'drawn-under');
    expect(questions.map(({ items }) => items)).toEqual([
      ['speaker', 'card'],
      ['s1', 'cap'],
    ]);
    for (const n of [0, 1]) {
      const settled = questions.reduce((document, question) => answer(document, question, n), DOOR);
      expect(asked(settled, 'drawn-under')).toEqual([]);
    }
    const covered = questions.reduce((document, question) => answer(document, question), DOOR);
    expect(covered.parts[2].behind).toEqual(['card']);
    expect(covered.fasteners[0].behind).toEqual(['cap']);
  });

  it('is asked once of two trims over one another, whichever is in front', () => {
    const both = {
      ...DOOR,
      parts: [
        ...DOOR.parts,
        { ...DOOR.parts[1], id: 'bezel', kind: 'bezel', shape: box(420, 310, 480, 340), behind: undefined },
      ],
    };
    const open = {
      ...both,
      parts: both.parts.map((part) => (part.id === 'cap' ? { ...part, behind: undefined } : part)),
    };
    const [question, ...others] = asked(open, 'drawn-over');
    expect(others).toEqual([]);
    for (const n of [0, 1, 2]) expect(asked(answer(open, question, n), 'drawn-over')).toEqual([]);
  });

  it('is asked of a screw of no size, and not of a clip', () => {
    const document = withFastener({ id: 's2', holds: 'card', kind: 'screw', count: 2 });
    const [question, ...others] = asked(document, 'no-drive');
    expect(others).toEqual([]);
    expect(question.answers!.map(({ words }) => words)).toContain('T20');
    expect(asked(answer(document, question), 'no-drive')).toEqual([]);
    expect(asked(withFastener({ id: 'c', holds: 'card', kind: 'push-clip', count: 9 }), 'no-drive')).toEqual([]);
  });

  it('is asked of a hook that no motion lets out', () => {
    const hook: Fastener = { id: 'h', holds: 'cap', kind: 'hook', count: 1 };
    const [question] = asked(withFastener(hook), 'hook-stays');
    expect(question.items).toEqual(['h', 'cap']);
    expect(asked(answer(withFastener(hook), question), 'hook-stays')).toEqual([]);
  });

  it('offers to make the map as large as what is drawn', () => {
    const wide = {
      ...DOOR,
      parts: DOOR.parts.map((part) => (part.id === 'card' ? { ...part, shape: box(20, 20, 1200, 640) } : part)),
    };
    const [question] = asked(wide, 'outside-map');
    const { map } = answer(wide, question);
    expect([map.width, map.height]).toEqual([1200, 640]);
    expect(asked(answer(wide, question), 'outside-map')).toEqual([]);
  });

  it('speaks of names, never of ids', () => {
    for (const { message, code } of checkProcedure(demoProcedure('kite-rear-door')).remarks)
      if (!code.includes('reference') && !code.includes('option')) expect(message).not.toMatch(/\b[a-z]\d\b/);
  });
});
