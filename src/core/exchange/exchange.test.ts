import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { numbersOf } from '../document';
import { makePlan, wholeGoals } from '../telling';
import { fastenerTable, howTo, importState, kindsUsed, stableText, unknownKinds } from './';

const KITE = demoProcedure('kite-rear-door');
const NAMES = ['kite-rear-door', 'lumen-front-door', 'tarn-front-door'];

describe('a procedure of an archive', () => {
  const item = (sha256: string, history: string[] = []) => ({
    sha256,
    history,
    provenance: { shop: 'Quayside Sound', revision: 3, verified: [] },
  });
  it.each([
    ['new', item('c'), null],
    ['same', item('c', ['b']), { revisions: ['a', 'c'], draft: null }],
    ['older', item('a'), { revisions: ['a', 'c'], draft: null }],
    ['newer', item('d', ['a', 'c']), { revisions: ['a', 'c'], draft: null }],
    ['conflicting', item('d', ['a']), { revisions: ['a', 'c'], draft: null }],
    ['same', item('c'), { revisions: [], draft: 'c' }],
  ])('is %s to a library', (state, one, standing) => {
    expect(importState(one, standing, []).state).toBe(state);
  });

  it('with kinds that nobody knows names them; own kinds travel where they are used', () => {
    const { state, why } = importState(item('c'), null, ['barb-clip']);
    expect([state, why]).toEqual(['unknown-kinds', expect.stringContaining('barb-clip')]);
    const own = { code: 'barb-clip', like: 'push-clip', name: 'barb clip', plural: 'barb clips' };
    const document = { ...KITE, fasteners: [{ id: 'x', holds: 'card', kind: 'barb-clip' }] };
    expect(kindsUsed(document, [own, { ...own, code: 'other' }])).toEqual([own]);
    expect(unknownKinds(document, (kind) => kind !== 'barb-clip')).toEqual(['barb-clip']);
  });

  it('has one text whatever order its keys are in', () => {
    expect(stableText({ b: [{ d: 1, c: 2 }], a: 3 })).toBe(stableText({ a: 3, b: [{ c: 2, d: 1 }] }));
    expect(stableText([1, 2])).not.toBe(stableText([2, 1]));
  });
});

it.each(NAMES)('the fasteners of %s are a table with a line each', (name) => {
  const document = demoProcedure(name);
  const { columns, rows } = fastenerTable(document, numbersOf(document));
  expect(rows).toHaveLength(document.fasteners.length);
  for (const row of rows) expect(row).toHaveLength(columns.length);
});

// Terms of schema.org, from memory.
it.each(NAMES)('the steps of %s are a HowTo of sections with steps, tools and a duration', (name) => {
  const document = demoProcedure(name);
  const planned = wholeGoals(document)
    .map((goals) => makePlan({ documents: [document], goals, options: {} }))
    .find(({ ok }) => ok)!;
  if (!planned.ok) throw new Error('not planned');
  const made = howTo(document, planned.plan) as Record<string, unknown> & {
    step: { '@type': string; itemListElement: { '@type': string; position: number; name: string }[] }[];
    tool: { '@type': string; name: string }[];
  };
  expect(made).toMatchObject({ '@context': 'https://schema.org', '@type': 'HowTo', name: document.title });
  expect(made.totalTime).toMatch(/^PT\d+S$/);
  expect(made.step.map((section) => section['@type'])).toEqual(['HowToSection', 'HowToSection']);
  for (const { itemListElement } of made.step) {
    expect(itemListElement.map(({ position }) => position)).toEqual(itemListElement.map((_, at) => at + 1));
    for (const step of itemListElement) expect([step['@type'], step.name.length > 3]).toEqual(['HowToStep', true]);
  }
  for (const tool of made.tool) expect([tool['@type'], !!tool.name]).toEqual(['HowToTool', true]);
});
