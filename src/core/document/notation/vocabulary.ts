import type { FastenerCode, LinkCode } from '../../trade';

/** Numbers people write as words. */
const NUMBER_WORDS: Record<string, number> = {
  a: 1,
  an: 1,
  one: 1,
  single: 1,
  two: 2,
  both: 2,
  pair: 2,
  'a pair of': 2,
  'pair of': 2,
  'a couple of': 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  eleven: 11,
  twelve: 12,
  thirteen: 13,
  fourteen: 14,
  fifteen: 15,
  sixteen: 16,
  twenty: 20,
};

/** What people call a kind of fastener, longest words first where one holds another. Regular expression sources, singular or plural. */
const FASTENER_WORDS: [words: string, kind: FastenerCode][] = [
  ['screw[- ]clips?', 'screw-clip'],
  ['clips? with (?:a )?screws?(?: in the middle)?', 'screw-clip'],
  ['(?:metal |spring |spring[- ]steel )(?:spring )?clips?', 'spring-clip'],
  ['c[- ]?clips?|circlips?', 'c-clip'],
  ['(?:two[- ]stage |edge |fir[- ]tree )?push[- ](?:pins?|rivets?)|(?:two[- ]stage|edge) pins?|scrivets?', 'push-pin'],
  ['(?:locking|lock|cotter) pins?', 'pin'],
  [
    '(?:press(?:[- ]in)?|push|fir[- ]tree|panel|door|trim|plastic|snap|retaining|card|tree|grey|gray|white|black|red|blue|green) clips?',
    'push-clip',
  ],
  ['clips?|poppers?|studs? clips?', 'push-clip'],
  ['(?:pop[- ])?rivets?|riveted', 'rivet'],
  ['(?:bent|metal) tabs?', 'bent-tab'],
  ['tabs?|tangs?|catches|catch|lugs?', 'tab'],
  ['hooks?|tongues?', 'hook'],
  ['(?:keyhole |l[- ])?brackets?|keyholes?', 'bracket'],
  ['butyl(?: beads?)?|mastic', 'butyl'],
  ['glued seams?|silicone|glued?|adhesive', 'adhesive'],
  ['taped?|tapes', 'tape'],
  ['staples?|stapled', 'staple'],
  ['(?:cable|zip) ties?|tie[- ]wraps?', 'cable-tie'],
  ['straps?', 'strap'],
  ['hook[- ]and[- ]loop(?: pads?)?', 'hook-and-loop'],
  ['studs?', 'stud'],
  ['nuts?', 'nut'],
  ['bolts?|set ?screws?', 'bolt'],
  [
    '(?:machine |wood |grub |self[- ]tapping )?screws?(?! (?:plugs?|caps?|covers?|hole))|self[- ]tappers?|tappers?',
    'screw',
  ],
];

/** What people call a tether. */
const LINK_WORDS: [words: string, kind: LinkCode][] = [
  ['aerial(?: lead)?s?', 'aerial'],
  ['earth(?: lead| strap)?s?|ground leads?', 'earth'],
  ['(?:multi)?(?<!screw )plugs?|connectors?|multi[- ]?plugs?', 'connector'],
  ['cables?', 'cable'],
  ['rods?', 'rod'],
  ['lamps?|lights?', 'lamp'],
  ['hoses?|washer tubes?', 'hose'],
  ['(?:tether|check) straps?', 'strap'],
  ['(?:cable )?boots?|grommets?', 'boot'],
  ['wires?|leads?|harness(?:es)?|looms?', 'wire'],
];

/** What a part is, by a word its name ends with or holds. */
const PART_WORDS: [words: string, kind: string][] = [
  ['shield|membrane|vapour barrier', 'shield'],
  ['tweeter', 'tweeter'],
  ['speaker|woofer|sub|pod', 'speaker'],
  ['grille', 'grille'],
  ['switch|switches|switch pack', 'switch'],
  ['bezel|surround|escutcheon', 'bezel'],
  ['crank|winder', 'crank'],
  ['armrest|arm rest|pad', 'armrest'],
  ['pocket|bin', 'pocket'],
  ['reflector', 'reflector'],
  ['glove ?box', 'glove-box'],
  ['mirror', 'mirror'],
  ['lamp|light', 'lamp'],
  ['handle|grab|pull[- ]cup', 'handle'],
  ['sensor', 'sensor'],
  ['module|ecu', 'module'],
  ['amplifier|amp', 'amplifier'],
  ['head unit|radio', 'head-unit'],
  ['seat|cushion|backrest|base', 'seat'],
  ['carpet', 'carpet'],
  ['mat', 'mat'],
  ['spacer|ring|adapter', 'spacer'],
  ['cap|plug cover', 'cap'],
  ['card|panel|shelf|dash top|dash|lining|tailgate', 'panel'],
  ['cover|lid|strip', 'cover'],
  ['trim|sill|pillar', 'trim'],
];

/** How a plug's tab is worked. */
const TAB_WORDS: [words: string, tab: string][] = [
  ['squeeze', 'squeeze'],
  ['lift', 'lift'],
  ['slide', 'slide'],
  ['press|push|depress', 'push'],
  ['pull', 'pull'],
  ['twist|turn', 'twist'],
];

const whole = (rows: [string, string][]): [RegExp, string][] =>
  rows.map(([words, code]) => [new RegExp(`(?<![\\w-])(?:${words})(?![\\w-])`, 'd'), code]);

export const FASTENERS = whole(FASTENER_WORDS);
export const LINKS = whole(LINK_WORDS);
export const TABS = whole(TAB_WORDS);
const PARTS = whole(PART_WORDS);

/** A number of pieces at the beginning of words: "4", "4 x", "nine". Regular expression source. */
export const COUNT = `\\d{1,4}|${Object.keys(NUMBER_WORDS)
  .sort((a, b) => b.length - a.length)
  .join('|')}`;

/** The number that is meant; null where it is none. */
export const numberOf = (words: string): number | null =>
  /^\d+$/.test(words) ? Number(words) : Object.hasOwn(NUMBER_WORDS, words) ? NUMBER_WORDS[words] : null;

/** Whether the words end with what parts are called: "mirror switch". */
export const isPartName = (words: string): boolean =>
  PARTS.some(([pattern]) => new RegExp(`${pattern.source}$`).test(words.toLowerCase()));

/** What a part of this name probably is. The last word of a name says most: "pull-cup cap" is a cap. */
export function kindOfPart(name: string): string {
  const found = PARTS.flatMap(([pattern, kind]) => {
    const match = pattern.exec(name.toLowerCase());
    return match ? [{ kind, end: match.index + match[0].length }] : [];
  });
  return found.sort((a, b) => b.end - a.end)[0]?.kind ?? 'trim';
}
