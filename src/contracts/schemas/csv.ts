import Papa from 'papaparse';
import { invalid } from '../../core/errors';

/** What a table may hold: nobody’s list needs more, and what is built to cost much is refused before it is taken apart. */
const [MOST_COLUMNS, LONGEST_LINE, MOST_CELLS] = [200, 64 * 1024, 1_000_000];

const [QUOTE, COMMA, SEMICOLON, TAB, NEWLINE] = ['"', ',', ';', '\t', '\n'].map((sign) => sign.charCodeAt(0));

/**
 * Looks a table through, once and without keeping anything of it. Throws `invalid` with the line where one has more than 200 columns or 64 kB, or where the whole has more than a
 * million cells. Linear in its length.
 */
export function demandTable(text: string): void {
  let [line, columns, cells, from, isQuoted] = [1, 1, 1, 0, false];
  for (let at = 0; at <= text.length; at += 1) {
    const sign = at < text.length ? text.charCodeAt(at) : NEWLINE;
    if (sign === QUOTE) isQuoted = !isQuoted;
    // A quote that is never closed must not carry a line past its length.
    if (at - from > LONGEST_LINE)
      throw invalid('csv-too-long', `Line ${line} is longer than ${LONGEST_LINE / 1024} kB. Nothing was taken in.`);
    if (isQuoted && sign !== NEWLINE) continue;
    if (sign === COMMA || sign === SEMICOLON || sign === TAB) {
      columns += 1;
      cells += 1;
      if (columns > MOST_COLUMNS)
        throw invalid('csv-too-wide', `Line ${line} has more than ${MOST_COLUMNS} columns. Nothing was taken in.`);
      if (cells > MOST_CELLS)
        throw invalid('csv-too-large', 'That table has more than a million cells. Split it. Nothing was taken in.');
    } else if (sign === NEWLINE) {
      [line, columns, from] = [line + 1, 1, at + 1];
      cells += 1;
    }
  }
}

/** A table by its column names (lower case), no further than its first so many lines and one more, or the first of those it has to have that is missing. Throws `invalid` where it is larger than anything here needs. */
export function readTable(
  text: string,
  needed: readonly string[],
  most: number,
): { rows: Record<string, string>[] } | { missing: string } {
  demandTable(text);
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    // One more than is read, so that it can be said that there are more.
    preview: most + 1,
    transformHeader: (name) => name.trim().toLowerCase(),
  });
  const missing = needed.find((column) => !meta.fields?.includes(column));
  return missing === undefined ? { rows: data } : { missing };
}

/** What is said of a column that is not there. */
export const noColumn = (name: string) => ({ line: 1, message: `There is no column “${name}”.` });
