import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import Ajv2020 from 'ajv/dist/2020';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { procedures } from '@tests/support/generate-procedure';
import { readProcedure, readProcedureText } from './procedure';

const DOOR = demoProcedure('kite-rear-door');
const first = (value: unknown) => {
  const read = readProcedure(value);
  return read.ok ? null : [read.remarks[0].code, read.remarks[0].message.split(':')[0], read.remarks[0].items];
};

const bad: [what: string, value: unknown, remark: unknown[]][] = [
  ['an unknown field', { ...DOOR, colour: 'red' }, ['unknown-field', 'colour', []]],
  [
    'an unknown field of an item',
    { ...DOOR, parts: [{ ...DOOR.parts[0], weight: 2 }] },
    ['unknown-field', 'parts[0].weight', ['pull-cap']],
  ],
  ['a text for a number', { ...DOOR, map: { ...DOOR.map, width: '980' } }, ['wrong-form', 'map.width', []]],
  [
    'a negative count',
    { ...DOOR, fasteners: [{ ...DOOR.fasteners[1], count: -1 }] },
    ['count-below-1', 'fasteners[0].count', ['s1']],
  ],
  ['a missing field', { ...DOOR, zone: undefined }, ['missing-field', 'zone', []]],
  ['a reserved id', { ...DOOR, parts: [{ ...DOOR.parts[0], id: 'body' }] }, ['wrong-form', 'parts[0].id', []]],
  ['an id with a slash', { ...DOOR, id: 'a/b' }, ['wrong-form', 'id', []]],
  ['another format', { ...DOOR, format: 'pezzo-procedure/9' }, ['wrong-form', 'format', []]],
  ['a list', [], ['wrong-form', 'the file', []]],
  ['nothing', null, ['wrong-form', 'the file', []]],
];

describe('a procedure file', () => {
  it('is taken as it is, without anything added or converted', () => {
    expect(readProcedureText(JSON.stringify(DOOR))).toEqual({ ok: true, document: DOOR });
  });

  it.each(bad)('with %s is refused, naming the place', (_, value, remark) => {
    const got = first(value)!;
    expect([got[0], got[1]]).toEqual([remark[0], remark[1]]);
    if ((remark[2] as []).length) expect(got[2]).toEqual(remark[2]);
  });

  it.each([
    ['{ not json', 'not-json'],
    ['', 'not-json'],
    [' '.repeat(5 * 1024 * 1024 + 1), 'too-large'],
  ])('that cannot be read is refused in words', (text, code) => {
    const read = readProcedureText(text);
    expect(read.ok ? null : read.remarks[0].code).toBe(code);
  });
});

describe('the published JSON Schema', () => {
  const file = (path: string) => fileURLToPath(new URL(`../../../${path}`, import.meta.url));
  const schema = JSON.parse(readFileSync(file('docs/format/pezzo-procedure-1.schema.json'), 'utf8'));
  const validate = new Ajv2020({ strict: true, strictTypes: false, strictRequired: false }).compile(schema);
  it.each(readdirSync(file('demo/procedures')))(
    'holds for the demo’s %s, as an independent validator reads it',
    (name) => {
      validate(JSON.parse(readFileSync(file(`demo/procedures/${name}`), 'utf8')));
      expect(validate.errors ?? []).toEqual([]);
    },
  );

  it.each(bad)('refuses what the reader refuses: %s', (_, value) => {
    expect(validate(JSON.parse(JSON.stringify(value)))).toBe(false);
  });

  it('has the reader’s bounds on options and routes', () => {
    const kite = JSON.parse(readFileSync(file('demo/procedures/kite-rear-door.json'), 'utf8')) as Record<
      string,
      unknown
    >;
    const options = (names: number, values: number) =>
      Object.fromEntries(
        Array.from({ length: names }, (_, n) => [`o${n}`, Array.from({ length: values }, (_value, at) => `v${at}`)]),
      );
    const routes = (count: number) => Array.from({ length: count }, () => ({ of: 'woofer', anyOf: [['card']] }));
    for (const over of [
      { options: options(25, 1) },
      { options: options(1, 25) },
      { routes: routes(301) },
      { routes: routes(300) },
    ]) {
      expect(validate({ ...kite, ...over })).toBe(readProcedure({ ...kite, ...over }).ok);
    }
    // Pairs of values are a sum over all options, which a JSON Schema cannot say: the reader alone refuses those.
    expect(readProcedure({ ...kite, options: { ...(kite.options as object), ...options(22, 24) } }).ok).toBe(false);
  });

  it('takes and refuses the same generated documents as the reader', () => {
    fc.assert(
      fc.property(procedures(), fc.constantFrom('', 'count', 'kind', 'extra'), (document, spoil) => {
        const value = structuredClone(document) as unknown as { fasteners: Record<string, unknown>[]; extra?: number };
        if (spoil === 'extra') value.extra = 1;
        else if (spoil && value.fasteners[0]) value.fasteners[0][spoil] = spoil === 'count' ? 1.5 : 7;
        expect(validate(value)).toBe(readProcedure(value).ok);
      }),
    );
  });
});
