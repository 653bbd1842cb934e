import type { Scan } from './scan';
import type { LinkWords } from './statement';
import { COUNT, LINKS, numberOf, TABS } from './vocabulary';
import { BEHIND, isHere, NAME, names, takeCount, takeNamed, takeTimes, THE } from './words';

const SRS = /(?<![\w-])(?:airbag|srs|side[- ]impact sensor|pressure sensor|pretensioner)(?![\w-])/d;
const COLOUR = '(?:dark|light|silver|black|white|grey|gray|red|green|blue|yellow|orange|brown|purple|natural)';
const MARK = new RegExp(
  `(?<![\\w-])((?:the )?${COLOUR}(?: (?:one|end|plug|side|sleeve|connector))?(?: (?:one|end|side))?(?: (?:low|high|at the (?:top|bottom|front|rear)|forward|rearwards?|inside|outside|left|right))?)(?= *(?:[|,;.]|$))`,
  'd',
);
const TAB =
  /(?<![\w-])(press|push|depress|squeeze|lift|slide|pull|twist|turn)(?: (?:in|up|down|back|out|both|the|its|a|red|grey|white|black|green|lock|locking|sides?|of|on|first|ends?|yellow))* ?(tab|tabs|lock|catch|latch|lever|keeper|sides|slider|clip)(?![\w-])/d;
/** What it is on: "on the back of the switch pack". */
const ON = new RegExp(
  `(?<![\\w-])(?:on|of|to|at|from|for) (?:the back of )?${THE}(?!lock(?![\\w-])|body(?![\\w-]))${NAME}(?= *(?:[|,;.x(]|$|and |behind |then ))`,
  'd',
);
/** The tether itself, with what describes it before and where it goes behind: "long cable to latch". */
const NAMED = new RegExp(
  `((?:(?<![\\w'-])(?!(?:and|then|a|an|the|x|earth|ground|aerial|tether|check)(?![\\w-]))[a-z][\\w'/-]* +){0,3})(${LINKS.map(([pattern]) => pattern.source).join('|')})((?: to ${THE}[a-z][\\w'-]*| «\\d+»)?)`,
  'd',
);
const IS_COLOUR = new RegExp(`^${COLOUR}$`, 'i');
const LEADING_COUNT = new RegExp(`^(?:${COUNT}) `, 'i');

/** Reads a clause that tells of a tether: "plug on switch pack x2, lift the tab". */
export function readLink(scan: Scan, subject: string | null, isSrs: boolean): LinkWords | null {
  const told = { mark: scan.takeQuoted('mark'), release: scan.takeQuoted('release'), tab: scan.takeQuoted('tab') };
  const times = takeTimes(scan);
  const on = scan.take(ON);
  const behind = names(scan, scan.take(BEHIND) ?? []);
  const tab = scan.take(TAB);
  const safety = isSrs || scan.has(SRS);
  const keyed = scan.take(/(?<![\w-])(?:keyed|fits? (?:only )?one way|one way only)(?![\w-])/d);
  const named = scan.take(NAMED);
  if (!named) return null;
  const kind = LINKS.find(([pattern]) => pattern.test(named[2].toLowerCase()))![1];
  const { adjectives, owner, count: inName } = prefixOf(scan.name(named[1]), kind);
  const ownMark = scan.take(MARK);
  const count = times ?? inName ?? takeCount(scan);
  const mark = (ownMark && scan.name(ownMark[1])) ?? adjectives.find((word) => IS_COLOUR.test(word));
  scan.take(/(?<=[|,;] *|^)(?:airbag|srs)(?= *(?:[|,;]|$))/d);
  const bare = tab ? null : scan.take(/(?<=[|,;] *|^)(press|push|squeeze|lift|slide|pull|twist)(?= *(?:[|,;]|$))/d);
  const part = on && !isHere(on[1].trim()) ? scan.name(on[1]) : (subject ?? owner ?? takeNamed(scan)[0]);
  const toldName = /«/.test(named[3]) ? scan.name(named[3]) : null;
  const name = toldName ?? scan.name(`${named[1]}${named[2]}${named[3]}`.replace(LEADING_COUNT, ''));
  const isPlain =
    !toldName &&
    /^(?:plugs?|connectors?|cables?|rods?|lamps?|wires?|aerial leads?|earth leads?|hoses?|(?:tether )?straps?|(?:cable )?boots?)$/i.test(
      name,
    );
  const isTab = tab !== null && (kind === 'connector' || /^tabs?$/i.test(tab[2]));
  const release =
    told.release ??
    ([tab && !isTab ? scan.name(tab[0]) : '', takeRelease(scan, kind) ?? ''].filter(Boolean).join(', ') || undefined);
  return {
    kind,
    part: part ?? null,
    ...(count && count > 1 ? { count } : kind === 'connector' ? { count: 1 } : {}),
    ...(isPlain || (!on && owner && part === owner && kind === 'connector') ? {} : { name }),
    ...(behind.length ? { behind } : {}),
    ...(isTab || (kind === 'connector' && bare)
      ? { tab: TABS.find(([pattern]) => pattern.test((tab ?? bare)![1].toLowerCase()))?.[1] ?? 'push' }
      : {}),
    ...(keyed ? { keyed: true } : {}),
    ...(told.tab ? { tab: told.tab } : {}),
    ...((told.mark ?? mark) ? { mark: told.mark ?? mark } : {}),
    ...(release ? { release } : {}),
    ...(safety ? { safety: 'srs' as const } : {}),
  };
}

const ADJECTIVES =
  /^(?:release|lock(?:ing)?|latch|main|big|small|large|long|short|yellow|white|black|blue|red|green|grey|gray|brown|orange|airbag|srs|sensor|pressure|courtesy|puddle|lower|upper|front|rear|inner|outer|other|same|round|flat|two|three|four)$/i;

/** What stands before "plug": how many, words that describe it, and whose it is. */
function prefixOf(prefix: string, kind: string): { adjectives: string[]; owner: string | null; count: number | null } {
  const words = prefix.split(/\s+/).filter(Boolean);
  const count = words.length ? numberOf(words[0].toLowerCase()) : null;
  const rest = count === null ? words : words.slice(1);
  const adjectives = rest.filter((word) => ADJECTIVES.test(word));
  const owner = rest.filter((word) => !ADJECTIVES.test(word)).join(' ');
  return { adjectives, owner: kind === 'connector' && owner ? owner : null, count };
}

/** Reads how a cable, rod or lamp lets go, in its own words. */
function takeRelease(scan: Scan, kind: string): string | undefined {
  const found = scan.take(
    /(?<![\w-])((?:unhook|turn|twist|squeeze|push|press|pull|lift|drop|rotate|slide|draw|undo|unclip)s?(?![\w-])[^|;.]*)/d,
  );
  return found && (kind !== 'connector' || found[1].split(' ').length > 1)
    ? scan.name(found[1].replace(/[\s,]+$/, ''))
    : undefined;
}
