import { append } from '../lists';
import { type Change, diffProcedures, freeId, itemsOf, type ProcedureDocument } from '../procedure';
import { foldText } from '../text';
import { asFoundDocument } from './as-found';
import type { AsFoundChange, ExtraFastener } from './events';

/** What somebody found of a procedure, on a run or at the bench. */
export interface BayFinding {
  /** Its event, or its result at the bench. */
  id: string;
  person: string;
  job: number;
  /** ISO 8601. */
  at: string;
  /** The item it is about in the procedure, null where it is about none. */
  item: string | null;
  /** What was said. */
  text: string;
  change?: AsFoundChange;
  extra?: Omit<ExtraFastener, 'procedure'>;
}

/** A change of a procedure that findings ask for, those that ask for the same together. */
export interface Proposal {
  key: string;
  item: string | null;
  findings: BayFinding[];
  /** None where the procedure says so already, or where what it was about is not in it any more. */
  changes: Change[];
  standing: 'open' | 'already-so' | 'gone';
}

/** Groups findings by what they ask for, the most often found first; each with what it would change in the document. */
export function proposalsFor(document: ProcedureDocument, findings: readonly BayFinding[]): Proposal[] {
  const groups = new Map<string, BayFinding[]>();
  for (const finding of findings) append(groups, keyOf(finding), finding);
  return [...groups]
    .map(([key, all]): Proposal => {
      const [first] = all;
      const isGone = first.extra
        ? !document.parts.some(({ id }) => id === first.extra!.holds)
        : first.item !== null && !itemsOf(document).some(({ id }) => id === first.item);
      const changes = isGone ? [] : diffProcedures(document, withFinding(document, first));
      return {
        key,
        item: first.item,
        findings: all,
        changes,
        standing: isGone ? 'gone' : changes.length || (first.item === null && !first.extra) ? 'open' : 'already-so',
      };
    })
    .sort((a, b) => b.findings.length - a.findings.length || (a.key < b.key ? -1 : 1));
}

/** The document with what proposals ask for, one after another. */
export const withProposals = (document: ProcedureDocument, proposals: readonly Proposal[]): ProcedureDocument =>
  proposals.reduce((all, { findings }) => withFinding(all, findings[0]), document);

/** Two findings ask for the same where they name the same thing and say the same of it; where exactly does not matter. */
function keyOf({ item, change, extra, text }: BayFinding): string {
  if (extra) return `extra ${extra.holds} ${extra.kind} ${extra.drive ?? ''} ${extra.count}`;
  if (change) return `as-found ${item} ${JSON.stringify(Object.entries(change).sort(([a], [b]) => (a < b ? -1 : 1)))}`;
  return `said ${item ?? ''} ${foldText(text).trim()}`;
}

function withFinding(document: ProcedureDocument, { item, text, change, extra }: BayFinding): ProcedureDocument {
  if (extra) {
    const id = freeId(document, 'found');
    const { holds, kind, drive, count, point } = extra;
    const entry = { id, holds, kind, count, ...(drive ? { drive } : {}), ...(point ? { at: [point] } : {}) };
    return { ...document, fasteners: [...document.fasteners, entry] };
  }
  if (change && item) return asFoundDocument(document, item, change, freeId(document, 'found'));
  if (item === null) return document;
  const noted = <T extends { id: string; note?: string }>(list: T[]): T[] =>
    list.map((one) =>
      one.id !== item || one.note?.includes(text) ? one : { ...one, note: one.note ? `${one.note} ${text}` : text },
    );
  return {
    ...document,
    parts: noted(document.parts),
    fasteners: noted(document.fasteners),
    links: noted(document.links),
    ...(document.work ? { work: noted(document.work) } : {}),
  };
}
