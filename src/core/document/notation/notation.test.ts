import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fixture } from '@tests/support/fixture';
import { made } from '@tests/support/made';
import { FASTENER_KINDS, LINK_KINDS, MOTIONS } from '../../trade';
import { applyEdit, type Fastener, heldParts, type Link, type Part, type ProcedureDocument } from '../procedure';
import { printItem, readNotes } from './';

interface Wanted {
  f?: Record<string, unknown>;
  l?: Record<string, unknown>;
  p?: Record<string, unknown>;
  w?: Record<string, unknown>;
  note?: true;
  /** The names of all parts it makes, whatever their letters: nothing else is made of it. */
  parts?: string[];
  /** Fields that stay open, and kinds that are not made: "length", "f.screw". */
  no?: string[];
  /** Words that are kept somewhere. */
  said?: string;
}

/** Jotted lines with what must be read out of each: line, tab, JSON. */
const linesOf = (name: string): [string, Wanted][] =>
  fixture(name)
    .trim()
    .split('\n')
    .map((row) => {
      const [line, wanted] = row.split('\t');
      return [line, JSON.parse(wanted) as Wanted];
    });

/** Whether a line by itself gives what is wanted of it. */
function isRead(line: string, { f, l, p, w, note, parts, no = [], said }: Wanted): boolean {
  const { procedure, unread } = readNotes(line);
  const nameOf = (id: string) => procedure.parts.find((part) => part.id === id)?.name;
  const matches = (wanted: Record<string, unknown>, got: Record<string, unknown>) =>
    Object.entries(wanted).every(([key, value]) => JSON.stringify(got[key]) === JSON.stringify(value));
  if (note) return procedure.fasteners.length + procedure.links.length === 0 && unread.length === 1;
  const fasteners = procedure.fasteners.map((one) => ({
    ...one,
    holds: heldParts(one).map(nameOf).join(' and '),
    behind: one.behind?.map(nameOf).join(' and '),
  }));
  const links = procedure.links.map((one) => ({ ...one, part: nameOf(one.joins[0]) }));
  return (
    (!f || fasteners.some((one) => matches(f, one))) &&
    (!l || links.some((one) => matches(l, one))) &&
    (!p || procedure.parts.some((one) => matches(p, { ...one }))) &&
    (!w || (procedure.work ?? []).some((one) => matches(w, { ...one }))) &&
    (!parts ||
      JSON.stringify(procedure.parts.map(({ name }) => name?.toLowerCase()).sort()) ===
        JSON.stringify([...parts].sort())) &&
    no.every((one) =>
      one.startsWith('f.')
        ? !fasteners.some(({ kind }) => kind === one.slice(2))
        : !fasteners.some((fastener) => one in fastener),
    ) &&
    (!said || JSON.stringify(procedure).includes(said))
  );
}

describe('a jotted line', () => {
  it.each(linesOf('notes-30.tsv'))('is read: %s', (line, wanted) => {
    expect(isRead(line, wanted)).toBe(true);
  });

  it.each(linesOf('notes-more.tsv'))('of another hand is read: %s', (line, wanted) => {
    expect(isRead(line, wanted)).toBe(true);
  });
});

/** Of the lines that were written down before the reader knew of them, so many are read. */
const OF_NEW_HANDS = 0.85;

it('lines of hands that are new to it are read, most of them, and nothing is made of what says nothing', () => {
  const lines = linesOf('notes-third.tsv');
  const missed = lines.filter(([line, wanted]) => !isRead(line, wanted)).map(([line]) => line);
  expect(1 - missed.length / lines.length, missed.join('\n')).toBeGreaterThanOrEqual(OF_NEW_HANDS);
});

it('each line of a page stands by itself with what it became, in the order of the page', () => {
  const { lines } = readNotes(
    'door card: 9 clips\n\nsee photo 3\nspeaker: 3 T25, 16 mm\n2 T20 hold handle behind handle cap',
  );
  expect(lines.map(({ line, items }) => [line, items.length])).toEqual([
    [1, 2],
    [3, 0],
    [4, 2],
    // The cap that is only named is made by its line too.
    [5, 3],
  ]);
});

describe('a kind of the catalogue', () => {
  it.each([...FASTENER_KINDS.values()])('is read by its own words: $name', ({ code, name, plural }) => {
    for (const line of [`1 ${name} holds card`, `3 ${plural} hold card`])
      expect(readNotes(line).procedure.fasteners.map(({ kind }) => kind)).toEqual([code]);
  });

  // A strap holds where nothing says otherwise.
  it.each([...LINK_KINDS.values()].filter(({ code }) => !FASTENER_KINDS.has(code)))(
    'is read by its own words: $name',
    ({ code, name, plural }) => {
      for (const line of [`1 ${name} of card`, `2 ${plural} of card`])
        expect(readNotes(line).procedure.links.map(({ kind }) => kind)).toEqual([code]);
    },
  );
});

const name = fc.stringMatching(/^[A-Za-z][A-Za-z0-9 ,:/x'-]{0,18}[A-Za-z0-9]$/).filter((text) => !/\s\s/.test(text));
const text = fc.stringMatching(/^[A-Za-z][A-Za-z0-9 ,]{0,18}[a-z]$/).filter((one) => !/\s\s/.test(one));
const maybe = <T>(arbitrary: fc.Arbitrary<T>) => fc.option(arbitrary, { nil: undefined });
const drives = fc.constantFrom(
  'T20',
  'T27',
  'PH2',
  'SQ2',
  'hex 7 mm',
  'hex 20 mm',
  'hex 9/32 in',
  'hex socket 5 mm',
  'slot 5 mm',
);
const millimetres = fc.integer({ min: 1, max: 120 });
const defined = <T extends object>(value: T): T =>
  Object.fromEntries(Object.entries(value).filter(([, one]) => one !== undefined)) as T;

const START = made([], [], [], { map: { width: 1100, height: 700, outline: 'front-door' }, recordedOrder: [] });
const parts = fc
  .uniqueArray(name, {
    minLength: 2,
    maxLength: 3,
    selector: (one) =>
      one
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, ' ')
        .trim(),
  })
  .filter((names) =>
    names.every((one, at) => names.every((other, n) => n === at || !other.toLowerCase().endsWith(one.toLowerCase()))),
  )
  .map((names) => names.map((one, at): Part => ({ id: `p${at}x`, kind: 'trim', name: one, motions: ['pull'] })));

/** Reads a printed line into the same parts: the item it makes. */
function readBack(made: ProcedureDocument, line: string): ProcedureDocument {
  return readNotes(line, { ...made, fasteners: [], links: [], work: [], recordedOrder: [] }).procedure;
}

describe('a printed line', () => {
  it('of a fastener is read back as the same fastener', () => {
    const fastener = fc.record({
      kind: fc.constantFrom(...FASTENER_KINDS.keys()),
      name: maybe(name),
      drive: maybe(drives),
      count: fc.integer({ min: 1, max: 40 }),
      length: maybe(millimetres),
      thread: maybe(fc.oneof(fc.constantFrom('self-tapping', 'M6', 'machine'), text)),
      recess: maybe(millimetres),
      angle: maybe(fc.integer({ min: 1, max: 90 })),
      behind: maybe(fc.constant(['p1x'])),
      staysOn: maybe(fc.constantFrom('p0x', 'body')),
      reuse: maybe(fc.constant('replace')),
      refit: maybe(fc.record({ byHand: fc.constant(true), limit: maybe(text), as: maybe(text) }).map(defined)),
      release: maybe(text),
      note: maybe(text),
    });
    fc.assert(
      fc.property(parts, fastener, (made, one) => {
        const item = defined({ ...one, id: 'f', holds: 'p0x' }) as Fastener;
        const document = applyEdit({ ...START, parts: made }, { type: 'addFastener', fastener: item });
        const { fasteners } = readBack(document, printItem(document, 'f')!);
        const start = item.kind === 'push-clip' && !item.staysOn ? { staysOn: 'p0x' } : {};
        expect(fasteners).toEqual([{ ...start, ...item, id: expect.any(String) as string }]);
      }),
      { numRuns: 3000 },
    );
  });

  it('of work is read back as the same work', () => {
    const kinds = ['mark-out', 'cut', 'drill', 'deburr', 'seal', 'clean', 'damp', 'route-cable', 'splice', 'grease'];
    const work = fc.record({
      kind: fc.constantFrom(...kinds, 're-pin'),
      name,
      material: maybe(name.map((one) => [one])),
      while: maybe(fc.constant('open' as const)),
      note: maybe(text),
    });
    fc.assert(
      fc.property(work, (one) => {
        const document = applyEdit(START, { type: 'addWork', work: { ...defined(one), id: 'w' } });
        const { work: read } = readBack(document, printItem(document, 'w')!);
        expect(read).toEqual([{ ...defined(one), id: expect.any(String) as string }]);
      }),
      { numRuns: 1000 },
    );
  });

  it('of a tether is read back as the same tether', () => {
    const link = fc.record({
      kind: fc.constantFrom(...LINK_KINDS.keys()),
      name: maybe(name),
      count: fc.integer({ min: 1, max: 6 }),
      tab: maybe(fc.oneof(fc.constantFrom('push', 'lift', 'squeeze', 'slide'), text)),
      keyed: maybe(fc.constant(true)),
      mark: maybe(text),
      release: maybe(text),
      safety: maybe(fc.constant('srs' as const)),
      behind: maybe(fc.constant(['p1x'])),
      note: maybe(text),
    });
    fc.assert(
      fc.property(parts, link, (made, one) => {
        const item = defined({ ...one, id: 'l', joins: ['p0x', 'body'] }) as unknown as Link;
        const document = applyEdit({ ...START, parts: made }, { type: 'addLink', link: item });
        const { links } = readBack(document, printItem(document, 'l')!);
        expect(links).toEqual([{ ...item, id: expect.any(String) as string }]);
      }),
      { numRuns: 3000 },
    );
  });

  it('of a part is read back as how that part comes off', () => {
    fc.assert(
      fc.property(
        name,
        fc.array(fc.constantFrom(...MOTIONS.keys()), { minLength: 1, maxLength: 4 }),
        maybe(text),
        (called, motions, startAt) => {
          const part: Part = defined({ id: 'p', kind: 'trim', name: called, motions, startAt });
          const document = { ...START, parts: [part] };
          const [read] = readBack(
            { ...document, parts: [{ ...part, motions: [], startAt: undefined }] },
            printItem(document, 'p')!,
          ).parts;
          expect(defined(read)).toEqual(part);
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe('a page of notes', () => {
  it('begins with its vehicle, goes on with what was spoken of, and keeps what is not understood as a note, marked', () => {
    const { procedure, unread } = readNotes(
      [
        'Velden Kite 2014–2019, rear door left',
        'card: pull bottom, then up',
        '- 9 clips',
        'Rui says the last one took ages',
        'speaker: 4 x T25, torque it to 3 something',
        '',
      ].join('\n'),
    );
    expect(procedure).toMatchObject({
      title: 'Velden Kite, rear door',
      side: 'left',
      applies: [{ make: 'Velden', model: 'Kite', from: 2014, to: 2019 }],
    });
    expect(procedure.fasteners).toMatchObject([
      { kind: 'push-clip', count: 9, holds: 'card', note: 'Rui says the last one took ages' },
      { kind: 'screw', drive: 'T25', count: 4, holds: 'speaker' },
    ]);
    expect(unread).toEqual([
      { line: 4, text: 'Rui says the last one took ages' },
      { line: 5, text: 'torque it to 3 something' },
    ]);
  });

  it('is a draft where no line names a vehicle', () => {
    expect(readNotes('4 T20 hold card').procedure.applies).toEqual([]);
  });

  it('finds the parts of a recording by what people call them', () => {
    const into: ProcedureDocument = {
      ...START,
      parts: [
        { id: 'x', kind: 'panel', name: 'Door card' },
        { id: 'y', kind: 'speaker', name: 'Door woofer' },
      ],
    };
    const { procedure } = readNotes('4 T20 hold the card\n3 T25 hold speaker', into);
    expect(procedure.parts).toHaveLength(2);
    expect(procedure.fasteners.map(({ holds }) => holds)).toEqual(['x', 'y']);
  });

  it('never throws, whatever is pasted, and leaves out nothing without a word', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 200 }), (page) => {
        const { procedure, unread } = readNotes(page);
        const lines = page.split(/\r\n|\r|\n/).filter((line) => line.trim());
        if (
          lines.length &&
          !procedure.applies.length &&
          !procedure.parts.length &&
          !procedure.fasteners.length &&
          !procedure.links.length
        )
          expect(unread.length).toBeGreaterThan(0);
      }),
      { numRuns: 500 },
    );
  });

  it('of 3 000 lines is read as far as its limit, and says where that is', () => {
    const { procedure, unread } = readNotes('2 T20 hold card\n'.repeat(3000));
    expect(procedure.fasteners).toHaveLength(2000);
    expect(unread[0]).toEqual({ line: 2001, text: '2 T20 hold card' });
  });
});

describe('a list of what hides a part', () => {
  it.each([
    ['shelf behind backrest, left belt cover, right belt cover', ['backrest', 'left belt cover', 'right belt cover']],
    [
      'shelf behind backrest, left belt cover and right belt cover',
      ['backrest', 'left belt cover', 'right belt cover'],
    ],
    ['shelf behind backrest and left belt cover', ['backrest', 'left belt cover']],
  ])('is read to its end: %s', (line, behind) => {
    const { parts } = readNotes(line).procedure;
    const nameOf = new Map(parts.map(({ id, name }) => [id, name]));
    expect(parts.find(({ name }) => name === 'shelf')?.behind?.map((id) => nameOf.get(id))).toEqual(behind);
  });
});
