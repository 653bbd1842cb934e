import type { Scan } from './scan';
import { COUNT, isPartName, numberOf } from './vocabulary';

/** Words that begin something else: a name ends before them. */
const STOPS =
  'behind|under|beneath|underneath|in|at|with|by|from|hidden|around|through|using|x|then|and|has|have|is|are|which|that|where|so|points?|pointing|to|hides?|holds?|hangs?|sits|on|of|for|one|two|three|four|five|six|seven|eight|nine|ten|low|down|deep|about';
const WORD = `(?!(?:${STOPS})(?![\\w'-]))[a-z][\\w'/&-]*`;

/** A name: words up to what was read out, a comma, or a word that begins something else. */
export const NAME = `(«\\d+»|${WORD}(?: +${WORD})*)`;
/** The same, as short as what follows allows. */
export const SHORTEST_NAME = `(«\\d+»|${WORD}(?: +${WORD})*?)`;
/** A name with where that is: "reflector at the shut edge". */
export const NAME_WITH_PLACE = `(${NAME.slice(1, -1)}(?: (?:at|on|in) (?:the )?[a-z][\\w' -]*?)?)`;
/** An article, which is no part of a name. */
export const THE = '(?:the |its |an |a (?!pillar))?';

/** What hides it: one, two, or a list of up to four with its "and". */
export const BEHIND = new RegExp(
  `(?<![\\w-])(?:hidden |sits? |sitting |is |are |right )*(?:behind|under(?:neath)?|beneath|below|hidden by|covered by) ${THE}${NAME}(?:(?:, ${THE}${NAME})?(?:, ${THE}${NAME})?,? and ${THE}${NAME})?`,
  'd',
);
/** What is no part that comes off, so that nothing is behind it: "under the glass" is a place. */
export const isNoFixture = (groups: string[]) =>
  !/^(?:glass|window|windscreen|windshield|boot|bonnet|engine|seat belt|there)$/i.test(groups[1] ?? '');

/** Takes the first kind of a list that the line names; which one, and where it stood. */
export function takeKind(scan: Scan, kinds: [RegExp, string][]): { kind: string; words: string; at: number } | null {
  let first: { pattern: RegExp; kind: string; at: number } | null = null;
  for (const [pattern, kind] of kinds) {
    const at = scan.find(pattern);
    // Of two that begin at one place the longer, listed first, is meant.
    if (at >= 0 && (!first || at < first.at)) first = { pattern, kind, at };
  }
  if (!first) return null;
  const [words] = scan.take(first.pattern)!;
  return { kind: first.kind, words, at: first.at };
}

/** Whether the line names some kind of a list. */
export const hasKind = (scan: Scan, kinds: [RegExp, string][]) => kinds.some(([pattern]) => scan.has(pattern));

/** Reads how many there are where it is said as "x4" or "4 of them", which may stand behind a name. */
export function takeTimes(scan: Scan): number | undefined {
  const found =
    scan.take(/(?<![\w.]|m\d{1,2} )x ?(-?\d{1,5})(?![\w.])/d) ??
    scan.take(/(?<![\w./-]|m)(-?\d{1,5}) ?x(?![\w-])/d) ??
    scan.take(/(?<![\w./-])(-?\d{1,5}) (?:off|of|pcs|pieces|in all|in total)(?![\w-])(?: them)?/d) ??
    scan.take(new RegExp(`(?<![\\w-])(${COUNT}) of (?:them|these|those)(?![\\w-])`, 'd'));
  const number = found ? countIn(found[1]) : null;
  return number !== null && number >= 1 ? number : undefined;
}

const countIn = (text: string) => (/^-?\d+$/.test(text) ? Number(text) : numberOf(text.toLowerCase()));

/** Reads how many there are from a number that stands by itself. */
export function takeCount(scan: Scan): number | undefined {
  const found = scan.take(
    new RegExp(
      `(?<![\\w./°-])(${COUNT})(?![ -]?(?:mm|cm|°|deg|turns?|long(?! (?:[a-z-]+ ){0,2}(?:\\||screws|bolts|nuts|clips|pins))|deep|minutes?|seconds?|stage|end|side|edge|after|by one|last|first|way|time|hand)(?![\\w])|[-/.]\\d)(?![\\w/.])`,
      'd',
    ),
  );
  const number = found ? countIn(found[1]) : null;
  return number !== null && number >= 1 ? number : undefined;
}

/** Where something is, not what it holds: "in the lower corner". */
export const isPlace = (name: string) =>
  /(?:corner|edge|end|middle|centre|top|bottom|front|rear|back|sides?|door|hole|recess|skin|there)$/i.test(name);

/** Words that name nothing by themselves: what they mean stands elsewhere, or nowhere. */
const NO_NAME =
  /^(?:it|its|them|they|that|this|these|those|there|here|he|she|we|you|i|one|ones|other|others|each|every|all|both|rest|same|front|rear|back|top|bottom|side|left|right|middle|up|down|out|off|in|on|no|nd|car|cars|van|vehicle)$/i;
/** Whether words name no part: a pronoun, a place, a vehicle, a torn letter. */
export const isHere = (name: string) =>
  !name.includes('«') && (NO_NAME.test(name.trim()) || name.trim().replace(/[^\p{L}\d]/gu, '').length < 2);
/** The names in the groups of a match; "it" names nothing, unless it is in quotation marks. */
export const names = (scan: Scan, groups: string[]) =>
  groups
    .slice(1)
    .filter((one) => one && !isHere(one.trim()))
    .map((one) => scan.name(one));

/** A part that is named and no more: "allen 5 x4, speaker", "grab handle 2 T20". */
export function takeNamed(scan: Scan): string[] {
  const clause = scan
    .rest()
    .find((one) => /^[\p{L}' -]+$/u.test(one) && one.split(' ').length <= 3 && isPartName(one) && !isPlace(one));
  if (!clause) return [];
  scan.drop(clause);
  return [clause];
}
