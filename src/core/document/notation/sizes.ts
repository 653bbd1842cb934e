import { parseDrive } from '../../trade';
import type { Fastener } from '../procedure';
import { COUNT, numberOf } from './vocabulary';
import type { Scan } from './scan';

const LENGTH = '(\\d+(?:[.,]\\d+)?)';
const decimal = (text: string) => Number(text.replace(',', '.'));
const NUMBERS = `(${LENGTH.slice(1, -1)}|${COUNT})`;

/** Millimetres of a length with its unit: "60", "6 cm", "seven centimetres". */
function millimetres(text: string, unit: string): number | null {
  const plain = text.toLowerCase();
  const number = /^\d/.test(plain) ? decimal(plain) : numberOf(plain);
  return number === null ? null : Math.round(number * (/^c/i.test(unit) ? 10 : 1) * 10) / 10;
}

const UNIT = '(mm|cm|centimetres?|millimetres?|)';

/** Takes the first of these that the line says. */
function takeFirst(scan: Scan, patterns: readonly RegExp[]): string[] | null {
  for (const pattern of patterns) {
    const found = scan.take(pattern);
    if (found) return found;
  }
  return null;
}

const RECESSES = [
  new RegExp(
    `(?<![\\w-])(?:deep|recess(?:ed)?|sunk|down a hole)(?: by| in| about)? ${NUMBERS} ?${UNIT}(?![\\w/])`,
    'd',
  ),
  new RegExp(
    `(?<![\\w-])(?:about )?${NUMBERS} ?${UNIT} (?:deep(?: down)?|recess(?:ed)?|down(?! low)|in(?= a hole))(?![\\w-])`,
    'd',
  ),
];

/** Reads how deep it sits, millimetres: "deep 60 mm", "7 cm down", "60 mm recess". */
export function takeRecess(scan: Scan): number | undefined {
  const found = takeFirst(scan, RECESSES);
  return found ? (millimetres(found[1], found[2]) ?? undefined) : undefined;
}

/** Reads the angle it sits at, degrees: "at 25°", "slanted 30 deg". */
export function takeAngle(scan: Scan): number | undefined {
  const found = scan.take(
    /(?<![\w-])(?:at |at an angle of |slanted |angled )?(?:by )?(\d{1,2}) ?(?:°|deg(?:rees?)?)(?: off)?/d,
  );
  return found ? Number(found[1]) : undefined;
}

const LENGTHS = [
  // "4 long black screws" are four.
  new RegExp(
    `(?<![\\w./])${LENGTH} ?(?:mm )?(?:long|in length)(?![\\w-])(?! (?:[a-z-]+ ){0,2}(?:screws|bolts|nuts|clips|pins))`,
    'd',
  ),
  new RegExp(`(?<![\\w-])(?:length|l ?=) ?${LENGTH}(?: ?mm)?(?![\\w/])`, 'd'),
];
/** A length of its own behind a self-tapper is no head: those have a recess. */
const TAPPER_LENGTH = new RegExp(`(?<=[,;|] *)${LENGTH} ?mm(?= *(?:[,;|.]|$))`, 'd');
const THREAD_LENGTHS = [
  new RegExp(
    `(?<![\\w./])${LENGTH} ?mm(?= (?:self|machine|wood|thread|coarse|fine))(?! (?:machine|coarse|fine)(?: thread(?:ed)?)? (?:bolt|nut))`,
    'd',
  ),
  // The thread itself is read by what reads threads.
  new RegExp(`(?<=(?<![\\w-])m\\d+(?:\\.\\d+)? ?)x ?${LENGTH}(?! ?x)(?: ?mm)?(?![\\w/])`, 'd'),
];

/** Reads how long it is, millimetres: "25 mm long", "20 long", "length 18", "L25". */
export function takeLength(scan: Scan): number | undefined {
  const found =
    takeFirst(scan, LENGTHS) ??
    (scan.has(/self|tapp/) ? scan.take(TAPPER_LENGTH) : null) ??
    takeFirst(scan, THREAD_LENGTHS);
  return found ? decimal(found[1]) : undefined;
}

/** Reads the thread: "self-tapping", "machine thread", "M6". */
export function takeThread(scan: Scan): string | undefined {
  const metric = scan.take(/(?<![\w-])m(\d{1,2}(?:\.\d)?)(?: thread)?(?![\w.])/d);
  if (metric) return `M${metric[1]}`;
  if (scan.take(/(?<![\w-])self[- ]tapp(?:ing|ers?)(?: thread)?(?![\w-])/d)) return 'self-tapping';
  if (scan.take(/(?<![\w-])machine(?: threads?)?(?! ?screws?)(?![\w-])/d)) return 'machine';
  if (scan.take(/(?<![\w-])wood(?: thread)?(?! ?screws?)(?![\w-])/d)) return 'wood';
  return undefined;
}

/** The head and key sizes that trim uses, millimetres: a bare number of millimetres is one of them or it is a length. */
const HEADS = new Set([5, 5.5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 21, 22]);

const INCH = '(\\d{1,2}/\\d{1,2})';

/** What is jotted of a drive, and its code. */
const DRIVES: [RegExp, (groups: string[]) => string][] = [
  [/(?<![\w-])t(?:[a-z]{0,3}x)?[ -]?(\d{1,2})(?![\w/])(?: ?(?:bit|head|drive|cent(?:re|er)))?/d, ([, n]) => `T${n}`],
  [new RegExp(`(?<![\\w-])slot(?:ted)? ${LENGTH} ?mm(?![\\w/])`, 'd'), ([, n]) => `slot ${decimal(n)} mm`],
  [/(?<![\w-])star ?(\d{1,2})(?![\w/])/d, ([, n]) => `T${n}`],
  [
    /(?<![\w-])(?:ph|phillips|cross(?:[- ](?:head|recess))?|crosshead)(?: ?no\.?| ?#)? ?-?(\d)(?![\w/])/d,
    ([, n]) => `PH${n}`,
  ],
  [/(?<![\w-])(?:phillips|cross(?:[- ](?:head|recess))?|crosshead)(?![\w-])/d, () => 'PH2'],
  [/(?<![\w-])(?:sq|square) ?([123])(?![\w/])/d, ([, n]) => `SQ${n}`],
  // "4 key 5 mm" is four of them; "4 5 key" says its size itself.
  [
    new RegExp(`(?<!\\d(?: ?x)? \\d{1,2} ?(?:mm )?)(?<![\\w-])(?:allen(?: key)?|key) ${LENGTH} ?mm(?![\\w/])`, 'd'),
    ([, n]) => `hex socket ${decimal(n)} mm`,
  ],
  [
    new RegExp(
      `(?<![\\w./])${LENGTH} ?(?:mm )?(?:hex[- ])?(?:allen(?: key)?|keys?|hex(?:agon)? (?:key|socket))(?![\\w-])`,
      'd',
    ),
    ([, n]) => `hex socket ${decimal(n)} mm`,
  ],
  [
    new RegExp(`(?<![\\w-])(?:allen(?: key)?|hex (?:key|socket)|key) ${LENGTH}(?: ?mm)?(?![\\w/])`, 'd'),
    ([, n]) => `hex socket ${decimal(n)} mm`,
  ],
  [
    new RegExp(`(?<![\\w./])${INCH}(?: ?(?:in(?:ch)?|"))? ?(?:keys?|allen)(?![\\w-])`, 'd'),
    ([, n]) => `hex socket ${n} in`,
  ],
  [
    new RegExp(
      `(?<![\\w./])(?:hex )?${INCH}(?: ?in(?:ch(?:es)?)?(?![\\w-])| ?")?(?: ?(?:af|hex|heads?|socket))?(?![\\w/])`,
      'd',
    ),
    ([, n]) => `hex ${n} in`,
  ],
];
/** A bare number of millimetres, or one that stands before what it turns. */
const BARE_SIZES = [
  new RegExp(
    `(?<![\\w./])(?:hex ?)?${LENGTH} ?(?:mm|mil)(?:[- ]?(?:af|hex|heads?|sockets?|spanner|across(?: the)? flats))?(?![\\w/])`,
    'd',
  ),
  new RegExp(`(?<![\\w./])(?:hex ?)?${LENGTH}(?=(?: ?mm)? (?:bolts?|nuts?|hex))`, 'd'),
];

/** Reads the drive as people jot it: "T20", "ph 2", "Phillips 2", "7mm", "9/32", "5 key", "allen 6". Its code, undefined where none is told. */
export function takeDrive(scan: Scan): string | undefined {
  for (const [pattern, codeOf] of DRIVES) {
    const found = scan.take(pattern, (groups) => parseDrive(codeOf(groups)) !== null);
    if (found) return parseDrive(codeOf(found))!.code;
  }
  for (const pattern of BARE_SIZES) {
    const size = scan.take(pattern, ([all, n]) => HEADS.has(decimal(n)) || /^hex/i.test(all));
    if (size) return parseDrive(`hex ${decimal(size[1])} mm`)?.code;
  }
  return undefined;
}

/** Reads what it comes back as, and how it is put back. */
export function takeRefit(scan: Scan): Fastener['refit'] {
  const toldAs = scan.takeQuoted('back as');
  const toldLimit = scan.takeQuoted('into');
  const as =
    toldAs !== undefined
      ? ['', toldAs]
      : scan.take(/(?<![\w-])(?:comes? |goes |go |put )?back (?:in )?as (?:an? )?([^|,;]+)/d);
  const byHand = scan.take(
    /(?<![\w-])(?:(?:re)?fit |put back |tighten |nip up )?(?:only )?(?:by hand|hand[- ]tight)(?: only)?(?![\w-])/d,
  );
  const limit =
    toldLimit !== undefined ? ['', toldLimit] : scan.take(/(?<![\w-])(?:goes )?into (plastic|metal|wood)(?![\w-])/d);
  if (!as && !byHand && !limit) return undefined;
  return {
    ...(byHand ? { byHand: true } : {}),
    ...(limit ? { limit: limit[1] } : {}),
    ...(as ? { as: toldAs ?? scan.name(as[1]) } : {}),
  };
}
