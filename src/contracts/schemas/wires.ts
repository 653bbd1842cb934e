import type { WireLine } from '../../core/exchange';
import { noColumn, readTable } from './csv';

/** What was read of a table of wires, and what was not, each with its line. */
export interface ReadWires {
  lines: (WireLine & { line: number; procedure: string })[];
  bad: { line: number; message: string }[];
}

/** Lines read at most. */
const MOST_LINES = 20_000;
const POLES: Record<string, 'plus' | 'minus'> = {
  plus: 'plus',
  '+': 'plus',
  minus: 'minus',
  '-': 'minus',
  '−': 'minus',
};

/** Reads a table of wires as CSV: procedure, item, cavity, colour, function, polarity, how. A bad line is named, the rest are kept. */
export function readWiresCsv(text: string): ReadWires {
  const table = readTable(text, ['procedure', 'item', 'colour'], MOST_LINES);
  if ('missing' in table) return { lines: [], bad: [noColumn(table.missing)] };
  const { rows: data } = table;
  const read: ReadWires = { lines: [], bad: [] };
  data.slice(0, MOST_LINES).forEach((row, at) => {
    const line = at + 2;
    const field = (name: string) => (row[name] ?? '').trim().slice(0, 200);
    const pole = field('polarity').toLowerCase();
    if (pole && !POLES[pole]) read.bad.push({ line, message: `“${pole}” is no polarity: write plus or minus.` });
    else if (!field('procedure') || !field('item'))
      read.bad.push({ line, message: 'Its procedure or item is missing.' });
    else
      read.lines.push({
        line,
        procedure: field('procedure'),
        item: field('item'),
        cavity: field('cavity'),
        colour: field('colour'),
        function: field('function'),
        polarity: POLES[pole] ?? null,
        how: field('how')
          .split(',')
          .map((one) => one.trim())
          .filter(Boolean),
      });
  });
  if (data.length > MOST_LINES)
    read.bad.push({ line: MOST_LINES + 2, message: `Only the first ${MOST_LINES} lines are read.` });
  return read;
}
