import { isMotionVerb } from './motion-words';
import { FASTENERS, isPartName, LINKS } from './vocabulary';

/** "Handle cap, T20 behind it": what "it" is, where the line began with a part. */
const BEHIND_IT = /^(?:the )?([a-z][\w' -]{1,40}?), (.*(?<![\w-])(?:behind|under|beneath) )it(?![\w-])(.*)$/i;
/** "Tweeter grille, turn left": a part and how it comes off, told without a colon. */
const NAME_THEN_VERB = /^((?:the )?[a-z][\w' -]{1,40}?), ((?:just )?([a-z]+)(?![\w-]).*)$/i;
/** Words that only soften a verb. */
const SOFT =
  /(?<![\w-])(?:just|simply|only|easily) (?=(?:pulls?|pops?|lifts?|slides?|pries|unclips?|hinges?|twists?|turns?)(?![\w-]))/gi;
/** "Move aside the loom" as "move the loom aside". */
const ASIDE_FIRST =
  /^((?:move|tie|push|put) )(aside|out of the way) (?!for|so|to )((?:the )?[^|,;.]+?)(?= (?:before|while|so|to)(?![\w-])|[|,;.]|$)/i;

const isKind = (words: string) => [...FASTENERS, ...LINKS].some(([pattern]) => pattern.test(words.toLowerCase()));
const isPart = (words: string) => isPartName(words) && !isKind(words) && words.split(' ').length <= 4;

/** A line as the reader expects it, with the same words: brackets are commas, "it" is what was named before, a part with how it comes off stands before a colon. Quoted names are left alone. */
export function plainLine(line: string): string {
  if (/["“”„]/.test(line)) return line;
  const open = line
    .replace(/\s*\(([^()]*)\)/g, ', $1')
    .replace(SOFT, '')
    .replace(ASIDE_FIRST, '$1$3 $2');
  const [, part, before, after] = BEHIND_IT.exec(open) ?? [];
  if (part && isPart(part)) return `${before}${part}${after}`;
  const [, name, told, verb] = NAME_THEN_VERB.exec(open) ?? [];
  return name && isPart(name) && isMotionVerb(verb) ? `${name}: ${told}` : open;
}
