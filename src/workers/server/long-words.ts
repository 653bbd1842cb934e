/** Signs a word may have before it is given places to break: the narrowest cell of a table takes about as many. */
const LONGEST = 24;
/** Invisible, and a place where a line may break. */
const BREAK = '\u200B';
const LONG = new RegExp(`[^\\s\\u200B]{${LONGEST}}(?=[^\\s\\u200B])`, 'gu');

/**
 * Gives every text in a value places to break inside long words. Laying out one word of 2000 signs takes as long as measuring it sign by sign, over and over;
 * a few dozen such notes would take minutes. Text that is drawn as it is (ids, dates, drawings) is short anyway. O(size).
 */
export function breakLongWords<T>(value: T): T {
  if (typeof value === 'string') return value.replace(LONG, `$&${BREAK}`) as T;
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) return value.map((inner) => breakLongWords(inner) as unknown) as T;
  return Object.fromEntries(
    Object.entries(value).map(([name, inner]) => [name, KEPT.has(name) ? inner : breakLongWords(inner)]),
  ) as T;
}

/** Fields that are looked up or drawn, never laid out. */
const KEPT: ReadonlySet<string> = new Set([
  'id',
  'photo',
  'strokes',
  'format',
  'view',
  'at',
  'madeAt',
  'openedAt',
  'startedAt',
  'finishedAt',
  'redactedAt',
]);
