import type { Scan } from './scan';
import { takeAngle, takeDrive, takeLength, takeRecess, takeRefit, takeThread } from './sizes';
import type { FastenerWords } from './statement';
import { COUNT, FASTENERS, kindOfPart } from './vocabulary';
import { BEHIND, isNoFixture, isPlace, NAME, names, takeCount, takeKind, takeNamed, takeTimes, THE } from './words';

const HOLDS = new RegExp(
  `(?<![\\w-])(?:hold(?:s|ing)?|secur(?:e|es|ing)|retain(?:s|ing)?|fix(?:es|ing)?|keep(?:s|ing)?|for) ${THE}(?!(?:ours|it|life|later)(?![\\w-]))${NAME}(?: and ${THE}${NAME})?(?: (?:on|in place|down|up|to the (?:door|body)))?(?= *(?:[|,;.]|$|[a-z(]))`,
  'd',
);
const AROUND = new RegExp(
  `(?<![\\w-])(?:(?:all )?(?:round|around)|along|of|on|in) ${THE}${NAME}(?: (?:edge|rim|perimeter))?`,
  'd',
);
/** Where on a part: "in front of the pad", "at the rear of the card". */
const PLACE_OF = new RegExp(
  `(?<![\\w-])((?:in|at|on)(?: the)? (?:very )?(?:front|rear|back|top|bottom|side|end|middle)) of ${THE}${NAME}`,
  'd',
);
const STAYS = new RegExp(`(?<![\\w-])(?:they |which |it )?(?:stays?|remains?|left) (?:on|in) ${THE}${NAME}`, 'd');
const TURNS = new RegExp(`(?<![\\w-])(${COUNT}) turns?(?: to relax(?: them)?)?(?![\\w-])`, 'd');
const REUSE =
  /(?<![\w-])(?:always )?(renew|replace|new ones|single use|one[- ]time|do not reuse|never reuse)(?: (?:them|it|every time|each time))?(?![\w-])/d;

/** Reads a clause that tells of a fastener. The subject is what stood before its colon, or the clause's own subject. */
export function readFastener(scan: Scan, subject: string | null, behindSubject: string | null): FastenerWords | null {
  const release = scan.takeQuoted('release');
  const threadTold = scan.takeQuoted('thread');
  const refit = takeRefit(scan);
  const turns = scan.take(TURNS);
  const stays = scan.take(STAYS);
  const recess = takeRecess(scan);
  const angle = takeAngle(scan);
  const length = takeLength(scan);
  const times = takeTimes(scan);
  const behind = names(scan, scan.take(BEHIND, isNoFixture) ?? []);
  const holds = names(scan, scan.take(HOLDS) ?? []);
  const found = takeKind(scan, FASTENERS);
  const name = found ? scan.take(/\| *(«\d+»)(?= *(?:[|,;]|$))/d) : null;
  const drive = takeDrive(scan);
  if (!found && !drive) return null;
  const before = found ? scan.left().slice(0, found.at) : '';
  const thread = threadTold ?? takeThread(scan);
  const ownLength = length ?? ((found || drive) && takeBareLength(scan));
  const reuse = scan.take(REUSE);
  const placed = holds.length || subject || behind.length ? null : scan.take(PLACE_OF);
  const around = holds.length || subject || placed ? null : scan.take(AROUND, (groups) => !isPlace(groups[1]));
  const count = times ?? takeCount(scan);
  const told = holds.length ? holds : subject ? [subject] : names(scan, placed?.slice(1) ?? around ?? []);
  const held = told.length || behindSubject ? told : takeNamed(scan);
  // "Check the clips before refit" tells of none.
  const isTold =
    count !== undefined ||
    drive ||
    held.length ||
    behind.length ||
    behindSubject ||
    (!goesOn(found!.words, scan.left().slice(found!.at)) &&
      !/[a-z]/i.test(before.replace(/(?<![a-z])(?:an?|the)(?![a-z])/gi, '')));
  if (!isTold) return null;
  return {
    kind: kindFor(found, drive, thread, held),
    ...(name ? { name: scan.name(name[1]) } : {}),
    count: count ?? 1,
    holds: held.length ? held : null,
    ...(drive ? { drive } : {}),
    ...(behind.length || behindSubject ? { behind: behind.length ? behind : [behindSubject!] } : {}),
    ...(ownLength ? { length: ownLength } : {}),
    ...(thread
      ? { thread }
      : found?.words.match(/self|tapper/i)
        ? { thread: 'self-tapping' }
        : found?.words.match(/machine/i)
          ? { thread: 'machine' }
          : {}),
    ...(recess ? { recess } : {}),
    ...(angle ? { angle } : {}),
    ...(stays ? { staysOn: scan.name(stays[1]) } : {}),
    ...(reuse ? { reuse: 'replace' } : {}),
    ...(refit ? { refit } : {}),
    ...(placed ? { note: placed[1].trim() } : {}),
    ...((release ?? turns) ? { release: release ?? turns![0].trim() } : {}),
  };
}

/** A length that is left when the drive was read: "T20 screw, 25 mm". */
function takeBareLength(scan: Scan): number | undefined {
  const found = scan.take(/(?<![\w./])(\d+(?:[.,]\d+)?) ?mm(?![\w/])/d);
  return found ? Number(found[1].replace(',', '.')) : undefined;
}

function kindFor(
  found: { kind: string; words: string } | null,
  drive: string | undefined,
  thread: string | undefined,
  held: string[],
): string {
  // What is called a clip on a crank is its C-clip.
  if (found && /^clips?$/i.test(found.words) && held.some((part) => kindOfPart(part) === 'crank')) return 'c-clip';
  if (found) return found.kind;
  return thread?.startsWith('M') && drive?.startsWith('hex ') ? 'bolt' : 'screw';
}

/** Whether a kind that nobody counted only begins a remark: "clips break, have new ones". */
const goesOn = (kind: string, after: string): boolean =>
  /s$/.test(kind) &&
  /^[|\s]*(?!in |on |at |of |along |around |round |under |behind |all |here|there)[a-z]/i.test(after);
