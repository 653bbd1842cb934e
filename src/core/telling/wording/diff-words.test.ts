import { expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import type { Fastener, ProcedureDocument } from '../../document';
import { wordedDiff } from './diff-words';

const KITE = demoProcedure('kite-rear-door');
const edit = (id: string, change: Partial<Fastener>): ProcedureDocument => ({
  ...KITE,
  fasteners: KITE.fasteners.map((one) => (one.id === id ? { ...one, ...change } : one)),
});
const said = (next: ProcedureDocument) => wordedDiff(KITE, next).map(({ sentence }) => sentence);
const s4 = KITE.fasteners.find(({ id }) => id === 's4')!;

it.each<[string, ProcedureDocument, string[]]>([
  ['length', edit('s4', { length: 40 }), ['The T25 screws of the door speaker are now 40 mm long, were 20 mm.']],
  ['count', edit('s4', { count: 3 }), ['The T25 screws of the door speaker: now 3, was 4.']],
  ['drive', edit('s4', { drive: 'T20' }), ['The T25 screws of the door speaker are now T20.']],
  [
    'a move',
    edit('s4', { at: s4.at!.map(([x, y]) => [x + 30, y - 20]) }),
    ['The T25 screws of the door speaker moved 30 mm to the rear and 20 mm down.'],
  ],
  [
    'a move to an edge',
    edit('s4', { at: s4.at!.map(([x]) => [x, 40]) }),
    ['The T25 screws of the door speaker moved 130 mm down, to the lower edge.'],
  ],
  [
    'behind',
    edit('s4', { behind: ['card'] }),
    ['The T25 screws of the door speaker are now behind the door card, were in sight.'],
  ],
  [
    'something new',
    {
      ...KITE,
      fasteners: [
        ...KITE.fasteners,
        { id: 'x', holds: 'card', kind: 'screw', drive: 'T20', count: 2, behind: ['pull-cap'] },
      ],
    },
    ['New: 2 T20 screws of the door card, behind the pull-cup cap.'],
  ],
  [
    'something gone',
    { ...KITE, fasteners: KITE.fasteners.filter(({ id }) => id !== 's4') },
    ['Gone: 4 T25 screws of the door speaker.'],
  ],
  ['the title', { ...KITE, title: 'Kite' }, ['The title is now “Kite”, was “Velden Kite, rear door”.']],
])('says of %s what a colleague would', (_, next, words) => {
  expect(said(next).filter((one) => one !== 'The lists are in another order.')).toEqual(words);
});

it('names no id and no code of a field over two whole doors', () => {
  const all = wordedDiff(KITE, demoProcedure('tarn-front-door'));
  const ids = new Set([...KITE.parts, ...KITE.fasteners].map(({ id }) => id).filter((id) => /\d/.test(id)));
  for (const { sentence } of all) {
    expect(sentence).toMatch(/^[A-Z“].*\.$/);
    for (const id of ids) expect(sentence.split(/[ ,.:]/)).not.toContain(id);
    expect(sentence).not.toMatch(/undefined|null|\[object|staysOn|looseWith/);
  }
});
