import type { Scan } from './scan';
import { COUNT, isPartName, LINKS } from './vocabulary';
import { NAME, NAME_WITH_PLACE, SHORTEST_NAME, THE } from './words';

const VERBS = `has(?: got)?|have|hangs? (?:on|from)|sits? on|rests? on|is on|are on|is held (?:on |in )?(?:by|with)|held (?:on |in )?(?:by|with)|is stuck (?:on |down )?(?:with|by)|stuck (?:on |down )?(?:with|by)|is fixed (?:by|with)|fixed (?:by|with)|comes off with|goes on with|comes (?=off|out|up|down)|(?=(?:pops|pulls|pries|lifts|slides|swings|hinges|tilts|twists|rolls|drops|peels|unclips)(?![\\w-]))|is (?=riveted|glued|taped|stapled)|on(?= (?:${COUNT}) )|on (?:its|a|an|the) (?=(?:c[- ]?)?(?:clip|hook|tab|screw|nut|pin)s?(?![\\w-]))|with(?= (?:${COUNT}) )`;
const COLON = new RegExp(`^\\s*${THE}([^:|,;]{1,60}?) ?: *`, 'd');
const ENDS_IN_COUNT = new RegExp(` (?:on|with|by) (?:${COUNT})(?![\\w-])`, 'i');
const HIDES = new RegExp(`^\\s*${THE}${NAME_WITH_PLACE} +(?:hides?|covers?) +`, 'd');
/** Names end before the first of these, not the last. */
const HAS = new RegExp(`^\\s*${THE}${SHORTEST_NAME} +(?:${VERBS}),? *`, 'd');

/** A line's own subject: what stands before its colon, or before "has", "hides", "hangs on". */
export function takeSubject(scan: Scan): { subject: string | null; hides: boolean; isQuoted: boolean } {
  const colon = scan.take(COLON, ([, name]) => !ENDS_IN_COUNT.test(name));
  if (colon) return { subject: scan.name(colon[1]), hides: false, isQuoted: colon[1].startsWith('«') };
  const hides = scan.take(HIDES);
  if (hides) return { subject: scan.name(hides[1]), hides: true, isQuoted: false };
  const subject = scan.take(HAS);
  return { subject: subject ? scan.name(subject[1]) : null, hides: false, isQuoted: false };
}

const ON_OR_BEHIND = new RegExp(
  `^\\s*${THE}${NAME} (?:is |sits |hangs )?(on|behind|under|beneath) ${THE}${NAME}(?= *(?:[,;|]|and |$))`,
  'd',
);
/** One more of a list. What was taken out before it leaves its mark. */
const AND_ANOTHER = new RegExp(`^\\|?\\s*(?:,? and |, *)${THE}${NAME}(?= *(?:[,;|]|and |$))`, 'd');

/** A part on or behind a part, and nothing else before the next comma: "tweeter on corner trim, two PH1", "speaker behind card". Null where either is no part by its name. */
export function takeSeated(scan: Scan): { name: string; on?: string; behind?: string[] } | null {
  const isPart = (name: string) => isPartName(name) && !isTether(name);
  const found = scan.take(ON_OR_BEHIND, ([, name, , other]) => isPart(name) && isPart(other));
  if (!found) return null;
  const [name, other] = [scan.name(found[1]), scan.name(found[3])];
  if (found[2].toLowerCase() === 'on') return { name, on: other };
  const behind = [other];
  const takeAnother = () => scan.take(AND_ANOTHER, ([, one]) => isPart(one));
  for (let more = takeAnother(); more; more = takeAnother()) behind.push(scan.name(more[1]));
  return { name, behind };
}

const isTether = (words: string) => LINKS.some(([pattern]) => pattern.test(words.toLowerCase()));

/** Words that begin a remark, not a name. */
export const NOT_A_NAME =
  /^(?:into|in|on|at|with|for|from|by|if|when|then|note|nb|careful|mind|watch|remember|never|always|do not|don't)(?:\s|$)/i;
