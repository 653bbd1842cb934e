import { append } from '../../lists';
import {
  applyChanges,
  type Change,
  diffProcedures,
  freeId,
  type Item,
  itemsOf,
  type ProcedureDocument,
  type Mount,
} from '../../document';
import { foldText } from '../../trade';
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
  /** It was missed: somebody pulled while it still held. */
  missed?: boolean;
  /** So many pieces of it broke. */
  broke?: number;
  /** What was measured of the place of a speaker. */
  measured?: Omit<Mount, 'of' | 'measured'>;
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

/** The document with what proposals ask for, one after another; of a single one `only` takes some of its changes, by their place. */
export function withProposals(
  document: ProcedureDocument,
  proposals: readonly Proposal[],
  only: readonly number[] | null = null,
): ProcedureDocument {
  if (only && proposals.length === 1)
    return applyChanges(
      document,
      proposals[0].changes.filter((_, at) => only.includes(at)),
    );
  return proposals.reduce((all, { findings }) => withFinding(all, findings[0]), document);
}

/** Two findings ask for the same where they name the same thing and say the same of it; where exactly does not matter. */
function keyOf({ item, change, extra, measured, missed, broke, text }: BayFinding): string {
  if (missed) return `missed ${item}`;
  if (broke) return `broke ${item}`;
  if (measured) return `measured ${item} ${stable(measured)}`;
  if (extra) return `extra ${extra.holds} ${extra.kind} ${extra.drive ?? ''} ${extra.count}`;
  if (change) return `as-found ${item} ${stable(change)}`;
  return `said ${item ?? ''} ${foldText(text).trim()}`;
}

const stable = (value: object) => JSON.stringify(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)));

function withFinding(document: ProcedureDocument, finding: BayFinding): ProcedureDocument {
  const { item, text, change, extra, measured, missed, broke, job } = finding;
  if (missed && item) return withItem(document, item, hardToSee);
  if (broke && item) return withItem(document, item, (one) => ('holds' in one ? { ...one, reuse: 'replace' } : one));
  if (measured && item) return withMount(document, item, measured, job);
  if (extra) {
    const id = freeId(document, 'found');
    const { holds, kind, drive, count, point } = extra;
    const entry = { id, holds, kind, count, ...(drive ? { drive } : {}), ...(point ? { at: [point] } : {}) };
    return { ...document, fasteners: [...document.fasteners, entry] };
  }
  if (change && item) return asFoundDocument(document, item, change, freeId(document, 'found'));
  if (item === null) return document;
  return withItem(document, item, (one) =>
    one.note?.includes(text) ? one : { ...one, note: one.note ? `${one.note} ${text}` : text },
  );
}

/** From here on an item counts as hard, of 5. */
const HARD = 4;
/** What was missed is hard to see: whoever comes next is told. */
const hardToSee = <T extends Item>(item: T): T =>
  (item.difficulty ?? 0) >= HARD && item.difficultyWhy?.includes('missed')
    ? item
    : {
        ...item,
        difficulty: Math.max(HARD, item.difficulty ?? 0),
        difficultyWhy: [item.difficultyWhy, 'easily missed'].filter(Boolean).join('; '),
      };

function withItem(document: ProcedureDocument, id: string, change: <T extends Item>(item: T) => T): ProcedureDocument {
  const changed = <T extends Item>(list: T[]): T[] => list.map((one) => (one.id === id ? change(one) : one));
  return {
    ...document,
    parts: changed(document.parts),
    fasteners: changed(document.fasteners),
    links: changed(document.links),
    ...(document.work ? { work: changed(document.work) } : {}),
  };
}

/** What was measured takes the place of what the document says of the same speaker's place. */
function withMount(
  document: ProcedureDocument,
  of: string,
  facts: NonNullable<BayFinding['measured']>,
  job: number,
): ProcedureDocument {
  const mounts = document.mounts ?? [];
  const was = mounts.find((mount) => mount.of === of);
  const says = (Object.keys(facts) as (keyof typeof facts)[]).every(
    (field) => JSON.stringify(was?.[field]) === JSON.stringify(facts[field]),
  );
  if (was && says) return document;
  const next: Mount = { ...was, of, ...facts, measured: { how: 'at the bench', job } };
  return { ...document, mounts: [...mounts.filter((mount) => mount.of !== of), next] };
}
