import { findFastenerKind, findLinkKind, BASE_CATALOGUE, parseDrive, listed } from '../../trade';
import {
  BODY,
  countOf,
  type Fastener,
  heldParts,
  indexItems,
  type Link,
  parseReference,
  type Part,
  type ProcedureDocument,
  type Work,
} from '../procedure';

/** A name as a line takes it: in quotation marks, so that no word in it means anything else. */
const quoted = (name: string) => `"${name.replace(/"/g, "'").replace(/\s+/g, ' ').trim()}"`;

/** How a tab is worked, in the words that are read back. */
const TAB_PHRASES: Record<string, string> = {
  push: 'press the tab',
  squeeze: 'squeeze the tab',
  lift: 'lift the tab',
  slide: 'slide the tab',
  pull: 'pull the tab',
  twist: 'twist the tab',
};

/**
 * One item as a line of shorthand: `readLine` reads the same out of it. What shorthand has no words for (places, options, photos) is not in it.
 * Null for an item that is not there or of a kind that a shop added.
 */
export function printItem(document: ProcedureDocument, id: string): string | null {
  const index = indexItems(document);
  const nameOf = (part: string) => quoted(index.parts.get(part)?.name ?? part);
  const fastener = index.fasteners.get(id);
  if (fastener) return printFastener(fastener, nameOf);
  const link = index.links.get(id);
  if (link) return printLink(link, nameOf);
  const work = index.works.get(id);
  if (work) return printWork(work);
  const part = index.parts.get(id);
  return part ? printPart(part) : null;
}

/** Kinds of work by the word a line begins with; the others have none. */
const WORK_VERBS: Record<string, string> = {
  'mark-out': 'mark out',
  cut: 'cut',
  drill: 'drill',
  deburr: 'deburr',
  seal: 'seal',
  clean: 'clean',
  damp: 'damp',
  'route-cable': 'route',
  splice: 'splice',
  grease: 'grease',
  're-pin': 're-pin',
};

function printWork(work: Work): string | null {
  const verb = WORK_VERBS[work.kind];
  if (!verb || !work.name) return null;
  const material = work.material?.[0];
  return line(
    [`${verb} ${quoted(work.name)}`, material && `with ${quoted(material)}`, work.while && 'while it is open'],
    work.note,
  );
}

const line = (clauses: (string | false | undefined)[], note: string | undefined) =>
  [...clauses.filter(Boolean), ...(note ? [`note: ${note.replace(/\s+/g, ' ').trim()}`] : [])].join(', ');

/** The parts something is behind, in words; empty where it follows the rule or is more than a list of parts. */
function behindWords(behind: string[] | undefined, nameOf: (part: string) => string): string {
  const parts = (behind ?? []).flatMap((text) => {
    const read = parseReference(text);
    return read && !read.procedure && !read.region && read.state === null ? [read.item] : [];
  });
  return parts.length && parts.length === behind!.length && parts.length <= 4
    ? ` behind ${listed(parts.map(nameOf))}`
    : '';
}

/** A drive as people say it: an inner hexagon is a key. */
const driveWords = (text: string) => (parseDrive(text)?.code ?? text).replace(/^hex socket (.*)$/, '$1 key');

function printFastener(fastener: Fastener, nameOf: (part: string) => string): string | null {
  const kind = findFastenerKind(BASE_CATALOGUE, fastener.kind);
  if (!kind) return null;
  const count = countOf(fastener);
  const drive = fastener.drive ? `${driveWords(fastener.drive)} ` : '';
  const held = heldParts(fastener).slice(0, 2).map(nameOf).join(' and ');
  const { length, thread, recess, angle, staysOn, reuse, refit, release } = fastener;
  return line(
    [
      `${count} ${drive}${count === 1 ? kind.name : kind.plural}${fastener.name ? ` ${quoted(fastener.name)}` : ''} ${count === 1 ? 'holds' : 'hold'} ${held}${behindWords(fastener.behind, nameOf)}`,
      length !== undefined && `${length} mm long`,
      thread && `thread ${quoted(thread)}`,
      recess !== undefined && `${recess} mm deep`,
      angle !== undefined && `at ${angle}°`,
      staysOn && `stay on ${staysOn === BODY ? 'the door' : nameOf(staysOn)}`,
      reuse === 'replace' && 'renew',
      refit?.byHand && 'by hand',
      refit?.limit && `into ${quoted(refit.limit)}`,
      refit?.as && `back as ${quoted(refit.as)}`,
      release && `release ${quoted(release)}`,
    ],
    fastener.note,
  );
}

function printLink(link: Link, nameOf: (part: string) => string): string | null {
  const kind = findLinkKind(BASE_CATALOGUE, link.kind);
  const owner = link.joins.find((end) => end !== BODY);
  if (!kind || !owner) return null;
  const count = countOf(link);
  return line(
    [
      `${link.kind === 'strap' ? 'tether strap' : kind.name}${link.name ? ` ${quoted(link.name)}` : ''} on ${nameOf(owner)}${count > 1 ? ` x${count}` : ''}${behindWords(link.behind, nameOf)}`,
      link.safety === 'srs' && 'airbag',
      link.tab && (TAB_PHRASES[link.tab] ?? `tab ${quoted(link.tab)}`),
      link.keyed && 'keyed',
      link.mark && `mark ${quoted(link.mark)}`,
      link.release && `release ${quoted(link.release)}`,
    ],
    link.note,
  );
}

function printPart(part: Part): string {
  const motions = (part.motions ?? []).map((code) =>
    ['up', 'down', 'forward', 'rearward'].includes(code) ? `move ${code}` : code.replaceAll('-', ' '),
  );
  return `${quoted(part.name ?? part.id)}: ${line([motions.join(', then '), part.startAt && `start at ${quoted(part.startAt)}`], part.note)}`;
}
