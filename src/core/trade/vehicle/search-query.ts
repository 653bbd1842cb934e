import { foldText } from '../text';
import { ZONES } from './zones';

/** What one line in the search box asks for. */
export interface SearchQuery {
  year: number | null;
  zone: string | null;
  side: 'left' | 'right' | null;
  /** The remaining words, lower case: each must be found in the procedure's names. */
  words: string[];
}

const PHRASES: [string, string][] = ZONES.flatMap((zone) =>
  [zone.name, zone.code, ...zone.words].map((words): [string, string] => [words.toLowerCase(), zone.code]),
).sort((a, b) => b[0].length - a[0].length || (a[0] < b[0] ? -1 : 1));

const fold = (text: string) => ` ${foldText(text).replace(/[,;]+/g, ' ').replace(/\s+/g, ' ').trim()} `;

/**
 * Reads make, model, year, zone and side from one line, in any order: "rear door kite 2018".
 * The longest zone words win; "16" is a word, "2016" a year (1950–2049). Empty text asks for everything.
 */
export function parseSearch(text: string): SearchQuery {
  let rest = fold(text);
  let zone: string | null = null;
  for (const [phrase, code] of PHRASES) {
    if (!rest.includes(` ${phrase} `)) continue;
    zone = code;
    rest = rest.replace(` ${phrase} `, ' ');
    break;
  }
  const query: SearchQuery = { year: null, zone, side: null, words: [] };
  for (const word of rest.trim().split(' ').filter(Boolean)) {
    if (query.year === null && /^(19[5-9]\d|20[0-4]\d)$/.test(word)) query.year = Number(word);
    else if (query.side === null && (word === 'left' || word === 'right')) query.side = word;
    else query.words.push(word);
  }
  return query;
}
