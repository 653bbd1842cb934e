import { MOTIONS } from '../../trade';

const PLACES: Record<string, string> = {
  front: 'front',
  hinge: 'front',
  leading: 'front',
  rear: 'rear',
  back: 'rear',
  trailing: 'rear',
  top: 'top',
  upper: 'top',
  bottom: 'bottom',
  lower: 'bottom',
  middle: 'middle',
  centre: 'middle',
  center: 'middle',
  left: 'left',
  right: 'right',
};

const WAYS: Record<string, 'up' | 'down' | 'forward' | 'rearward' | 'out'> = {
  up: 'up',
  upwards: 'up',
  down: 'down',
  downwards: 'down',
  forward: 'forward',
  forwards: 'forward',
  rearward: 'rearward',
  rearwards: 'rearward',
  backward: 'rearward',
  backwards: 'rearward',
  out: 'out',
  off: 'out',
  outwards: 'out',
  straight: 'out',
  away: 'out',
  inwards: 'out',
  'towards you': 'out',
};

const VERBS: Record<string, string> = {
  pry: 'pry',
  prise: 'pry',
  prize: 'pry',
  lever: 'pry',
  pop: 'pry',
  unclip: 'pry',
  pull: 'pull',
  hinge: 'hinge',
  swing: 'hinge',
  fold: 'hinge',
  slide: 'slide',
  push: 'slide',
  lift: 'lift',
  raise: 'lift',
  lower: 'lower',
  drop: 'lower',
  tilt: 'tilt',
  rock: 'tilt',
  twist: 'twist',
  turn: 'turn',
  rotate: 'turn',
  roll: 'roll-out',
  peel: 'peel',
  squeeze: 'squeeze',
  unhook: 'unhook',
  feed: 'feed',
};

const verbOf = (word: string) =>
  VERBS[word] ?? VERBS[word.replace(/(?:es|s|ed|ing)$/, '')] ?? VERBS[word.replace(/s$/, '')];

/** Words that say nothing of the way. */
const FILLERS = new Set(
  'the at from its it in by on to of end edge side first then and gently slowly firmly hard a little bit card panel that straight end. right'.split(
    ' ',
  ),
);

/** What is nearest to a verb with a place and a way; null where there is no such motion. */
function codeOf(verb: string | undefined, place: string | undefined, way: string | undefined): string | null {
  const tries: (string | undefined | false)[] = [
    verb && place && `${verb}-${place}`,
    verb === 'slide' && way && way !== 'out' && `slide-${way}`,
    verb === 'lift' || (way === 'up' && (!verb || verb === 'pull')) ? 'lift' : undefined,
    verb !== 'pull' && verb !== 'slide' && verb,
    way === 'down' ? 'down' : way === 'forward' || way === 'rearward' ? way : undefined,
    verb,
    way === 'out' && 'pull',
  ];
  return tries.find((code): code is string => !!code && MOTIONS.has(code)) ?? null;
}

/** Reads one phrase as a motion: "pull bottom", "then up", "slide forward off its shelf". `rest` is what else it says. */
export function readMotion(phrase: string): { code: string; rest: string } | null {
  const exact = phrase
    .trim()
    .toLowerCase()
    .replace(/^move (?=\w+$)/, '');
  // "Up" by itself lifts; a motion of the catalogue is meant by "move up" or by its own words.
  if (MOTIONS.has(exact.replace(/ /g, '-')) && !(Object.hasOwn(WAYS, exact) && exact === phrase.trim().toLowerCase()))
    return { code: exact.replace(/ /g, '-'), rest: '' };
  const words = phrase
    .toLowerCase()
    .replace(/towards? (?:you|yourself)/g, 'towards-you')
    .split(/\s+/)
    .filter(Boolean);
  let verb: string | undefined;
  let place: string | undefined;
  let way: string | undefined;
  const rest: string[] = [];
  for (const word of words) {
    const bare = word.replace(/[.,;:]+$/, '');
    if (!verb && !rest.length && verbOf(bare)) verb = verbOf(bare);
    else if (bare === 'towards-you') way ??= 'out';
    else if (Object.hasOwn(WAYS, bare) && !rest.length && (!way || WAYS[bare] === 'out')) way ??= WAYS[bare];
    else if (Object.hasOwn(PLACES, bare) && !rest.length && !place) place = PLACES[bare];
    else if (!FILLERS.has(bare) || rest.length) rest.push(word);
  }
  const code = codeOf(verb, place, way);
  return code && (verb || way) ? { code, rest: rest.join(' ') } : null;
}

/** Reads how a part comes off, motion by motion; null where the first phrase is none. Phrases that are none are given back. */
export function readMotions(text: string): { motions: string[]; rest: string[] } | null {
  const phrases = text
    .split(/,|;|&|(?<![\w-])(?:and )?then(?![\w-])|(?<![\w-])and(?![\w-])/i)
    .map((phrase) => phrase.trim())
    .filter(Boolean);
  const motions: string[] = [];
  const rest: string[] = [];
  for (const phrase of phrases) {
    const motion = readMotion(phrase);
    if (motion) {
      motions.push(motion.code);
      if (motion.rest) rest.push(phrase);
    } else rest.push(phrase);
  }
  return motions.length && readMotion(phrases[0]) ? { motions, rest } : null;
}

/** Whether a word begins a motion: "pull", "prise". */
export const isMotionVerb = (word: string) => verbOf(word.toLowerCase()) !== undefined;
