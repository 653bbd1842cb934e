import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { procedures } from '@tests/support/generate-procedure';
import type { ProcedureDocument } from '../../document';
import { checkProcedure, hasErrors } from './check';

const DOOR = demoProcedure('kite-rear-door');
const codes = (change: Partial<ProcedureDocument>) =>
  checkProcedure({ ...DOOR, ...change }).remarks.map((remark) => remark.code);
const found = (change: Partial<ProcedureDocument>, code: string) =>
  checkProcedure({ ...DOOR, ...change }).remarks.find((remark) => remark.code === code);
const withPart = (id: string, patch: object) => ({
  parts: DOOR.parts.map((part) => (part.id === id ? { ...part, ...patch } : part)),
});
const withFastener = (id: string, patch: object) => ({
  fasteners: DOOR.fasteners.map((one) => (one.id === id ? { ...one, ...patch } : one)),
});

describe('the checker', () => {
  it.each(['kite-rear-door', 'kite-front-door', 'lumen-front-door'])('finds no error in the demo’s %s', (id) => {
    expect(checkProcedure(demoProcedure(id)).remarks.filter((remark) => remark.level === 'error')).toEqual([]);
  });

  const cases: [what: string, change: Partial<ProcedureDocument>, code: string, items: string[]][] = [
    ['a part behind nothing known', withPart('card', { behind: ['sale'] }), 'dangling-reference', ['card', 'sale']],
    [
      'a state that a fastener does not have',
      withPart('card', { behind: ['s1:free'] }),
      'dangling-reference',
      ['card', 's1:free'],
    ],
    ['a fastener that holds a link', withFastener('s1', { holds: 'l1' }), 'dangling-reference', ['s1', 'l1']],
    ['an id used twice', { parts: [...DOOR.parts, DOOR.parts[0]] }, 'duplicate-id', ['pull-cap']],
    ['an unknown kind', withFastener('s1', { kind: 'glue-gun' }), 'unknown-kind', ['s1']],
    ['an unknown drive', withFastener('s1', { drive: 'T23' }), 'unknown-drive', ['s1']],
    ['an unknown motion', withPart('card', { motions: ['levitate'] }), 'unknown-motion', ['card']],
    ['an unknown tool', withPart('card', { tool: 'teeth' }), 'unknown-tool', ['card']],
    ['a count below 1', withFastener('s1', { count: 0 }), 'count-below-1', ['s1']],
    ['a place outside the map', withFastener('s3', { at: [[-4, 10]] }), 'outside-map', ['s3']],
    ['fewer places than pieces', withFastener('s1', { at: [[500, 300]] }), 'positions-count', ['s1']],
    [
      'an option nothing depends on',
      { options: { ...DOOR.options, roof: ['steel', 'glass'] } },
      'unused-option',
      ['roof'],
    ],
    ['a condition on no option', withFastener('s1', { when: { radio: 'yes' } }), 'unknown-option', ['s1']],
    ['a condition on no value', withFastener('s1', { when: { windows: 'manual' } }), 'unknown-option', ['s1']],
    ['two alike of different length', {}, 'look-alike', ['s1', 's3']],
    [
      'a part nothing holds',
      { parts: [...DOOR.parts, { id: 'strip', kind: 'trim', motions: ['pull'] }] },
      'nothing-holds',
      ['strip'],
    ],
    [
      'a way in that a rule makes useless',
      {
        parts: [...DOOR.parts, { id: 'grille', kind: 'grille', motions: ['pry-top'] }],
        routes: [{ of: 'woofer', anyOf: [['card'], ['grille']] }],
        before: [{ first: 'woofer', then: 'grille' }],
      },
      'route-against-rule',
      ['woofer', 'grille'],
    ],
    ['a zone nobody knows', { zone: 'moon-roof' }, 'unknown-zone', []],
  ];
  it.each(cases)('reports %s', (_, change, code, items) => {
    const remark = found(change, code);
    expect(remark?.items).toEqual(items);
    expect(remark!.message.length * remark!.repair.length).toBeGreaterThan(0);
  });

  it('reports a loop as its path', () => {
    const loop = found(withPart('sail', { behind: ['woofer'] }), 'loop');
    expect(new Set(loop!.items)).toEqual(new Set(['sail', 'card', 'woofer']));
    expect(loop!.message).toMatch(/→/);
    expect(codes({ before: [...DOOR.before!, { first: 'h1', then: 'c1' }] })).toContain('loop');
  });

  it('reports what can never be reached, and under which options', () => {
    const remark =
      found(withFastener('s2', { behind: ['woofer'] }), 'loop') ??
      found(withFastener('s2', { behind: ['woofer'] }), 'unreachable');
    expect(remark!.message).toContain('with windows power');
  });

  it('never throws and has the same answer twice, whatever the document', () => {
    fc.assert(
      fc.property(procedures(), (document) => {
        const { remarks } = checkProcedure(document);
        expect(checkProcedure(document).remarks).toEqual(remarks);
        expect(hasErrors(remarks)).toBe(remarks.some((remark) => remark.level === 'error'));
      }),
    );
  });
});
