import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { made } from '@tests/support/made';
import { applyEdit, type Fastener, type Part, type ProcedureDocument } from '../../document';
import { PART_KINDS } from '../../trade';
import { buildGraph, reachable } from '../graph';
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

describe('trim on a panel that nothing waits for', () => {
  const IN_SIGHT = [...PART_KINDS.values()].filter(({ inSight, code }) => inSight && code !== 'panel');
  const withTrim = (kind: string, shape: Part['shape']): ProcedureDocument => ({
    ...DOOR,
    parts: [...DOOR.parts, { id: 'trim', name: 'Small trim', kind, motions: ['pull'], ...(shape ? { shape } : {}) }],
    fasteners: [...DOOR.fasteners, { id: 'hold', holds: 'trim', kind: 'tab', count: 1 }],
  });

  it.each(IN_SIGHT.map(({ code }) => code))('is asked about where it is a %s, drawn there or not drawn yet', (kind) => {
    for (const shape of [box(700, 300, 740, 340), undefined]) {
      const document = withTrim(kind, shape);
      const [question, ...more] = asked(document, 'trim-on-panel');
      expect(question.items).toEqual(['trim', 'card']);
      expect(more).toEqual([]);
      for (const n of question.answers!.keys())
        expect(asked(answer(document, question, n), 'trim-on-panel')).toEqual([]);
    }
  });

  it('comes off first where it is in the way, stays where it is carried, and is left alone else', () => {
    const document = withTrim('crank', undefined);
    const [question] = asked(document, 'trim-on-panel');
    const keys = (n: number): string[] => {
      const graph = buildGraph([answer(document, question, n)], { options: {} });
      const needs = reachable([graph.idOf.get(`free:${document.id}/card`)!], (id) => graph.nodes[id].needs);
      return [...needs].map((id) => `${graph.nodes[id].ref.type}:${graph.nodes[id].ref.item}`);
    };
    expect(keys(0)).toContain('takeOff:trim');
    expect(keys(1)).not.toContain('takeOff:trim');
    expect(keys(2)).not.toContain('takeOff:trim');
  });

  it('is not asked about what something is said of already', () => {
    const document = withTrim('crank', undefined);
    const change = (patch: Partial<Part>, id: string): ProcedureDocument => ({
      ...document,
      parts: document.parts.map((part) => (part.id === id ? { ...part, ...patch } : part)),
    });
    for (const told of [
      change({ behind: ['trim'] }, 'card'),
      change({ behind: ['trim:free'] }, 'speaker'),
      change({ offToSeat: ['trim'] }, 'card'),
      change({ looseWith: 'cap' }, 'trim'),
      { ...document, before: [{ first: 'card', then: 'trim' }] },
      { ...document, routes: [{ of: 'card', anyOf: [['trim'], ['cap']] }] },
    ])
      expect(asked(told, 'trim-on-panel')).toEqual([]);
  });
});
