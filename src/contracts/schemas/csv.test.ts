import { describe, expect, it } from 'vitest';
import { demandTable, readTable } from './csv';

const code = (text: string) => {
  try {
    demandTable(text);
    return null;
  } catch (error) {
    return (error as { code: string }).code;
  }
};

describe('a table', () => {
  it('is read by its columns, whatever separates them, with what is missing named', () => {
    expect(readTable('\uFEFFKind ;Count\r\nclip;2\r\n\r\n"a;b";3', ['kind', 'count'], 10)).toEqual({
      rows: [
        { kind: 'clip', count: '2' },
        { kind: 'a;b', count: '3' },
      ],
    });
    expect(readTable('kind\nclip', ['kind', 'count'], 10)).toEqual({ missing: 'count' });
  });

  it.each([
    ['200 columns', ','.repeat(199), null],
    ['201 columns', ','.repeat(200), 'csv-too-wide'],
    ['201 columns in a later line', `a,b\n${';'.repeat(200)}`, 'csv-too-wide'],
    ['separators within quotes', `"${','.repeat(900)}"`, null],
    ['a line of 65 kB', 'x'.repeat(65 * 1024 + 1), 'csv-too-long'],
    ['a quote that is never closed', `a,b\n"${'x,'.repeat(40_000)}`, 'csv-too-long'],
    ['a long file of short lines', 'a,b,c\n'.repeat(100_000), null],
    ['more than a million cells', `${','.repeat(150)}\n`.repeat(7000), 'csv-too-large'],
    ['nothing', '', null],
  ])('%s', (_what, text, expected) => expect(code(text)).toBe(expected));
});
