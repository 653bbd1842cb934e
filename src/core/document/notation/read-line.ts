import { isMotionVerb, readMotions } from './motion-words';
import { plainLine } from './plain-line';
import { readFastener } from './read-fastener';
import { readLink } from './read-link';
import { readSentence } from './read-sentence';
import { readWork } from './read-work';
import { Scan } from './scan';
import type { PartWords, Statement } from './statement';
import { NOT_A_NAME, takeSeated, takeSubject } from './subject';
import { readVehicle } from './vehicle-line';
import { COUNT, FASTENERS, LINKS } from './vocabulary';
import { BEHIND, hasKind, isHere, isNoFixture, names } from './words';

/** A subject that is neither hiding anything nor quoted. */
const PLAIN = { hides: false, isQuoted: false };

/** A line that says what is not there: "no harness". */
const NOTHING_THERE = /^\s*(?:[a-z]{1,3} )?no (?:[a-z]+ ?){1,3}$/i;

const START = /(?<![\w-])(?:start(?:ing|s)?|begin(?:ning)?) (?:at |from |in |with )?(?:the |its )?([^|,;.]+)/d;
/**
 * Reads one line of notes as people jot it in a bay: what it says of parts, fasteners and tethers, in any order. What is not understood is in `notes`.
 * @example readLine('2 T20 hold card behind pull-cup cap, 25 mm self-tapping').fasteners[0].drive; // "T20"
 */
export function readLine(line: string): Statement {
  const said: Statement = { vehicle: null, parts: [], fasteners: [], links: [], works: [], notes: [] };
  said.vehicle = readVehicle(line);
  if (said.vehicle) return said;
  const [written, note] = splitNote(line);
  const body = plainLine(written);
  const scan = new Scan(body);
  const work = readWork(scan);
  if (work) return finish({ ...said, works: [work] }, scan, note);
  const seated = takeSeated(scan);
  const isSrs = scan.take(/^\s*battery (?:off )?first(?: of all)?[:,]? */d) !== null;
  const { subject, hides, isQuoted } = seated ? { subject: seated.name, ...PLAIN } : takeSubject(scan);
  if (subject && !isQuoted && (NOT_A_NAME.test(subject) || isHere(subject))) return { ...said, notes: [line.trim()] };
  if (NOTHING_THERE.test(body)) return { ...said, notes: [line.trim()] };
  const isTether = !isQuoted && isLinkWord(subject);
  const own = subject && (isQuoted || !isKindWord(subject)) ? subject : null;
  const start = scan.take(START);
  if (own) {
    const part: PartWords = { name: own, ...seated, ...(start ? { startAt: scan.name(start[1]) } : {}) };
    const others = hides ? null : readPartClauses(scan, part);
    said.parts.push(part);
    if (others) return finish(said, scan, note);
  }
  const isLink = (hasKind(scan, LINKS) && !isFastenerFirst(scan)) || isTether;
  if (isLink) {
    const left = isTether || !own ? null : takeOwnMotions(said, own, scan.rest());
    const told = isTether ? scan.inside(`${subject}, ${rest(scan)}`) : left ? scan.inside(left.join(', ')) : scan;
    const link = readLink(told, isTether ? null : own, isSrs);
    if (link) {
      said.links.push(link);
      return finish(said, told, note);
    }
  }
  for (const clause of fastenerClauses(scan)) {
    const fastener = readFastener(clause, hides ? null : own, hides ? own : null);
    if (fastener) said.fasteners.push(fastener);
    const held = new Set(fastener?.holds?.map((name) => name.toLowerCase()));
    said.notes.push(...takeOwnMotions(said, own, clause.rest()).filter((words) => !held.has(words.toLowerCase())));
  }
  if (start && !said.parts.length) {
    const held = said.fasteners[0]?.holds?.[0];
    if (held) said.parts.push({ name: held, startAt: scan.name(start[1]) });
    else said.notes.push(`start at ${scan.name(start[1])}`);
  }
  if (!said.fasteners.length && !said.parts.length) {
    const part = readSentence(body);
    if (!part) return { ...said, notes: [body.trim(), note].filter(Boolean) };
    return finish({ ...said, parts: [part], notes: [] }, new Scan(''), note);
  }
  return finish(said, new Scan(''), note);
}

/** A way by itself: "up". */
const ONE_WAY = /^(?:straight )?(?:up|down|out|off|forwards?|rearwards?)$/i;

/** Clauses that say how the line's own part comes off; gives back the others. */
function takeOwnMotions(said: Statement, subject: string | null, clauses: string[]): string[] {
  const part = said.parts.find(({ name }) => name === subject);
  if (!part) return clauses;
  return clauses.filter((clause) => {
    const read = readMotions(clause);
    if (!read || read.rest.length || !(isMotionVerb(clause.split(' ')[0]) || ONE_WAY.test(clause))) return true;
    part.motions = [...(part.motions ?? []), ...read.motions];
    return false;
  });
}

const rest = (scan: Scan) => scan.rest().join(', ');
const isLinkWord = (words: string | null): boolean =>
  !!words &&
  LINKS.some(
    ([pattern]) =>
      new RegExp(`${pattern.source}(?:$| (?:on|to|of|at) )`).test(words.toLowerCase()) &&
      !/ (?:lamp|light)$/i.test(words),
  );
const isKindWord = (words: string) =>
  isLinkWord(words) || FASTENERS.some(([pattern]) => new RegExp(`^(?:${pattern.source})$`).test(words.toLowerCase()));

/** Whether a fastener is told of before any tether: "2 clips hold the cable boot". */
function isFastenerFirst(scan: Scan): boolean {
  const first = (kinds: [RegExp, string][]) =>
    Math.min(...kinds.map(([pattern]) => scan.find(pattern)).filter((at) => at >= 0));
  const drive = scan.find(/(?<![\w-])(?:\d ?x ?)?(?:torx |t|ph) ?\d{1,2}(?![\w/])/);
  return Math.min(first(FASTENERS), drive < 0 ? Infinity : drive) <= first(LINKS);
}

/** A line's statements: what stands behind a semicolon is one of its own where it tells of a piece of its own. */
export function splitLine(line: string): string[] {
  const statements: string[] = [];
  for (const piece of splitNote(line)[1] ? [line] : line.split(/;(?=\s)/)) {
    const own = new Scan(piece);
    if (statements.length && !hasKind(own, FASTENERS) && !hasKind(own, LINKS))
      statements[statements.length - 1] += `;${piece}`;
    else statements.push(piece.trim());
  }
  return statements.filter(Boolean);
}

/** Everything up to "note:" and what follows it. */
function splitNote(line: string): [string, string] {
  const at = line.search(/(?:^|[\s,;])note: /i);
  return at < 0
    ? [line, '']
    : [
        line.slice(0, at).replace(/[,;\s]+$/, ''),
        line
          .slice(at)
          .replace(/^[\s,;]*note: /i, '')
          .trim(),
      ];
}

/** A clause about the way back: "down to seat". */
const GOING_BACK =
  /(?<=[|,;.] *)[^|,;.]*(?<![\w-])(?:to (?:seat|refit)|(?:going|goes|on the way) back)(?![\w-])[^|,;.]*/d;

/** Reads how a named part comes off where its line says nothing else; true where it was all about that. */
function readPartClauses(scan: Scan, part: PartWords): boolean {
  if (hasKind(scan, FASTENERS) || hasKind(scan, LINKS) || /(?<![\w-])(?:t|ph) ?\d/.test(rest(scan).toLowerCase()))
    return false;
  const back = scan.take(GOING_BACK);
  if (back) part.refitNote = scan.name(back[0]);
  const behind = names(scan, scan.take(BEHIND, isNoFixture) ?? []);
  if (behind.length) part.behind = behind;
  const left = rest(scan);
  if (behind.length && !left) return true;
  const motions = readMotions(left);
  if (!motions) return false;
  part.motions = motions.motions;
  scan.take(/^.*$/d);
  if (motions.rest.length) part.note = motions.rest.join(', ');
  return true;
}

const FASTENER_WORDS = FASTENERS.map(([pattern]) => pattern.source).join('|');
/** Where the next fastener of a line begins. */
const BEFORE_NEXT = new RegExp(
  `(?:,|;|\\+|(?<![\\w-])and(?![\\w-]))(?= *(?:(?:${COUNT}) (?!mm(?![a-z]))|\\d+ ?x )(?:(?!hold)[\\w/]+ ){0,3}(?:${FASTENER_WORDS}))`,
  'i',
);

/** The clauses that tell of a fastener each: "3 clips and a hook in front" are two. */
function fastenerClauses(scan: Scan): Scan[] {
  const text = scan.left();
  const pieces = text.split(BEFORE_NEXT);
  const clauses: string[] = [];
  for (const piece of pieces) {
    const own = new Scan(piece);
    const before = clauses.length ? new Scan(clauses[clauses.length - 1]) : null;
    if (
      before &&
      hasKind(own, FASTENERS) &&
      (hasKind(before, FASTENERS) || /(?<![\w-])(?:t|ph) ?\d/i.test(clauses.at(-1)!))
    )
      clauses.push(piece);
    else if (before) clauses[clauses.length - 1] += `,${piece}`;
    else clauses.push(piece);
  }
  return clauses.map((clause) => scan.inside(clause));
}

/** Keeps what was not understood as a note of what was. */
function finish(said: Statement, scan: Scan, note: string): Statement {
  return { ...said, notes: [...said.notes, ...scan.rest(), ...(note ? [note] : [])] };
}
