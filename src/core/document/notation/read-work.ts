import type { Scan } from './scan';
import type { WorkWords } from './statement';
import { FASTENERS, LINKS } from './vocabulary';
import { hasKind } from './words';

/** What people call a kind of work, at the beginning of a line. Regular expression sources. */
const WORK_WORDS: [words: string, kind: string][] = [
  ['mark(?: out)?|centre[- ]punch', 'mark-out'],
  ['drill', 'drill'],
  ['cut(?: out)?|hole[- ]saw|saw|shear', 'cut'],
  ['file|deburr', 'deburr'],
  ['seal|prime', 'seal'],
  ['clean|vacuum|hoover|wipe|degrease|blow out', 'clean'],
  ['damp|deaden', 'damp'],
  ['route|run', 'route-cable'],
  ['splice|solder|crimp', 'splice'],
  ['grease|lubricate', 'grease'],
  ['re-?pin', 're-pin'],
  ['fit|mount', 'fit'],
  ['put on|lay on|stick on', 'put-on'],
];
/** A check is work where it says what has to work: "check the lock works"; "check for wires" is a remark. */
const CHECK =
  /^\s*(?:then )?(?:check|test) (?:that )?(?:the |its )?([^|,;.]+?) (?:works?|moves?|plays?|runs?|locks?|closes?|is on)(?![\w-])/d;
/** What is put on and holds by itself is a fastener: "fit new clips". */
const PUTS = new Set(['fit', 'put-on']);
const KINDS = WORK_WORDS.map(([words, kind]): [RegExp, string] => [
  new RegExp(`^\\s*(?:then )?(?:${words}) (?!one|first)(?:the |a |an |through )*([^|,;.]+)`, 'd'),
  kind,
]);
const ASIDE = /^\s*(?:move|tie|tape|push|put) (?:the )?([^|,;.]+?) (?:aside|back|out of the way)(?![\w-])/d;
const WHILE_OPEN =
  /(?<![\w-])while (?:it is|it's|you are|you're|they are|one is)? ?(?:open|in there|off|at it)(?![\w-])/d;
const MATERIAL = /(?<![\w-])(?:(?:seal(?:ed)?|prime|close) (?:it )?)?with (?:an? |the |some )?(«\d+»|[^|,;.]+)/d;

/** Reads a line that begins with work on the car: "drill a 16 mm hole, seal with a grommet", "vacuum the door while it is open". Null where it is none. */
export function readWork(scan: Scan): WorkWords | null {
  const isOpen = scan.take(WHILE_OPEN) !== null;
  const aside = scan.take(ASIDE);
  const check = aside ? null : scan.take(CHECK);
  const found = aside
    ? { kind: 'move-aside', name: aside[1] }
    : check
      ? { kind: 'check', name: check[1] }
      : KINDS.flatMap(([pattern, kind]) => {
          const isPiece = PUTS.has(kind) && (hasKind(scan, FASTENERS) || hasKind(scan, LINKS));
          const match = scan.has(pattern) && !isPiece ? scan.take(pattern) : null;
          return match ? [{ kind, name: match[1] }] : [];
        })[0];
  if (!found && !(isOpen && scan.has(/^\s*(?:vacuum|clean|grease)\s*(?:$|\|)/))) return null;
  const bare = found ? null : scan.take(/^\s*(vacuum|clean|grease)/d);
  const own = found ? scan.inside(found.name) : null;
  const material = own?.take(MATERIAL) ?? scan.take(MATERIAL);
  const name = own ? scan.name(own.left().replaceAll('|', ' ')) : '';
  return {
    kind: found?.kind ?? (bare![1].toLowerCase() === 'grease' ? 'grease' : 'clean'),
    ...(name ? { name } : {}),
    ...(material ? { material: [scan.name(material[1])] } : {}),
    ...(isOpen ? { while: 'open' as const } : {}),
  };
}
