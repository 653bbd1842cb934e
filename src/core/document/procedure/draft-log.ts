import { applyChanges, diffProcedures, stable, type Change } from './diff';
import { findItem, indexItems, itemsOf } from './items';
import { renameItem } from './rename';
import type { Fastener, Item, Link, Part, ProcedureDocument, Work } from './types';

/** One act of whoever records: what it made of the draft, and when, by the clock of the log (Lamport, On Distributed Systems, 1978). */
export interface DraftEdit {
  id: string;
  lamport: number;
  device: string;
  seq: number;
  changes: Change[];
}

/** What one device's edit makes another's count for nothing: both changed the same thing, and the later one stands. */
export interface DraftLoss {
  item: string | null;
  /** Null where one took the item out that the other changed. */
  field: string | null;
  stands: { change: Change; device: string };
  lost: { change: Change; device: string };
}

export interface FoldedDraft {
  document: ProcedureDocument;
  losses: DraftLoss[];
}

const inOrder = (a: DraftEdit, b: DraftEdit) =>
  a.lamport - b.lamport || (a.device < b.device ? -1 : a.device > b.device ? 1 : a.seq - b.seq);

/** Values that are one thing, though they are lists: where it lies and what it looks like. */
const WHOLE = new Set(['at', 'shape', 'areas', 'path']);

/**
 * A draft from what it was and all that was done to it on any device, in whatever order it arrived: the same edits give the
 * same draft. What two devices put in stays, under another id where both took the same one, and what each tied to its
 * own stays tied to it. Lists are put together; a field that both changed is the later one's, and that is named.
 */
export function foldDraft(base: ProcedureDocument, edits: readonly DraftEdit[]): FoldedDraft {
  const once = [...new Map(edits.map((one) => [one.id, one])).values()].sort(inOrder);
  const fold = new Fold(base, once);
  for (const edit of once) fold.take(edit);
  return { document: fold.document, losses: fold.losses };
}

/** The next edit of a log: what `next` differs in from `before`; null where it does not. */
export function editBetween(
  before: ProcedureDocument,
  next: ProcedureDocument,
  stamp: Omit<DraftEdit, 'changes'>,
): DraftEdit | null {
  const changes = diffProcedures(before, next);
  return changes.length ? { ...stamp, changes } : null;
}

const placeOf = ({ item, field }: Change) => JSON.stringify([item, field]);

class Fold {
  readonly losses: DraftLoss[] = [];
  /** Of each device, what is called otherwise here than by it. */
  private readonly names: ReadonlyMap<string, Map<string, string>>;
  /** What the items of the base are called here by now. */
  private readonly known: Map<string, string>;
  /** What a device calls an item of the base, where it gave it another id itself. */
  private readonly calls = new Map<string, Map<string, string>>();
  /** Who changed each field last. */
  private readonly last = new Map<string, { change: Change; device: string }>();
  /** Who put in each new item. */
  private readonly makers = new Map<string, string>();
  /** Items taken out, and by whom. */
  private readonly gone = new Map<string, { change: Change; device: string }>();
  /** Every id that anybody ever means something by: none is given a second time, be it free by then. */
  private readonly taken: Set<string>;

  constructor(
    public document: ProcedureDocument,
    edits: readonly DraftEdit[],
  ) {
    this.names = new Map(edits.map(({ device }) => [device, new Map<string, string>()]));
    this.known = new Map(itemsOf(document).map(({ id }) => [id, id]));
    const said = edits.flatMap(({ changes }) =>
      changes.flatMap(({ kind, item, field, to }) =>
        field === 'id' ? [to as string] : kind === 'added' ? [item!] : [],
      ),
    );
    this.taken = new Set([...this.known.keys(), ...said, 'body']);
  }

  /** An id like this one that nobody means anything by: "s8" for "s5", "pull-cap-2" for "pull-cap". */
  private fresh(id: string): string {
    const stem = /\d$/.test(id) ? id.replace(/\d+$/, '') : `${id}-`;
    let n = 2;
    while (this.taken.has(`${stem}${n}`)) n += 1;
    this.taken.add(`${stem}${n}`);
    return `${stem}${n}`;
  }

  take({ device, changes }: DraftEdit): void {
    for (const change of changes) {
      const here = this.inOwnNames(change, device);
      if (change.field === 'id') this.rename(change.from as string, here, device);
      else this.takeOne(here, device);
    }
  }

  private takeOne(change: Change, device: string): void {
    if (change.kind === 'added') return this.add(change, device);
    if (change.kind === 'removed') return this.remove(change, device);
    if (change.item !== null && !this.has(change.item) && !this.comesBack(change, device)) return;
    const before = this.last.get(placeOf(change));
    const together = isList(change) ? this.together(change) : change;
    const isOvertaken = before && before.device !== device && together === change && change.field !== 'order';
    if (isOvertaken && !sameValue(before.change.to, change.to))
      this.lose(change.item, change.field, { change, device }, before);
    this.apply(together);
    this.last.set(placeOf(change), { change, device });
  }

  /** A new item keeps its id where it is free; where somebody else's has it, it gets the next one. */
  private add(change: Change, device: string): void {
    const [id, item] = [change.item!, change.to as Item];
    if (!this.has(id)) {
      this.makers.set(id, device);
      return this.apply(change);
    }
    if (sameValue(findItem(indexItems(this.document), id), item)) return;
    const free = this.fresh(id);
    this.names.get(device)!.set(id, free);
    this.makers.set(free, device);
    this.apply(renamed(change, id, free, this.document.id));
  }

  private remove(change: Change, device: string): void {
    if (!this.has(change.item!)) return;
    const needs = this.neededBy(change.item!, device);
    if (needs) return this.lose(change.item, null, needs, { change, device });
    const touched = [...this.last.values()].filter((one) => one.change.item === change.item && one.device !== device);
    for (const one of touched) this.lose(change.item, null, { change, device }, one);
    this.gone.set(change.item!, { change, device });
    this.apply(change);
  }

  /** What another device put in or changed that mentions this item. */
  private neededBy(item: string, device: string): DraftLoss['stands'] | null {
    const index = indexItems(this.document);
    for (const [id, maker] of this.makers) {
      const made = findItem(index, id);
      if (maker === device || !made) continue;
      const added: Change = { kind: 'added', type: index.typeOf.get(id)!, item: id, field: null, from: null, to: made };
      if (mentions(added, item, this.document.id)) return { change: added, device: maker };
    }
    for (const { change, device: other } of this.last.values())
      if (other !== device && change.item !== item && mentions(change, item, this.document.id))
        return { change, device: other };
    return null;
  }

  /** What one device took out while another went on with it is put in again, as it was. */
  private comesBack(change: Change, device: string): boolean {
    const gone = this.gone.get(change.item!);
    if (!gone || gone.device === device) return false;
    this.lose(change.item, null, { change, device }, gone);
    this.gone.delete(change.item!);
    this.apply({ ...gone.change, kind: 'added', from: null, to: gone.change.from });
    return true;
  }

  /** A list as it stands, without what this change took out of it and with what it put in. */
  private together(change: Change): Change {
    const now = this.valueAt(change);
    if (sameValue(now, change.from)) return change;
    const [from, to, standing] = [change.from, change.to, now].map((list) => (list ?? []) as unknown[]);
    const has = (list: unknown[], one: unknown) => list.some((other) => sameValue(other, one));
    const kept = standing.filter((one) => !has(from, one) || has(to, one));
    const fresh = to.filter((one) => !has(from, one) && !has(kept, one));
    const all = [...kept, ...fresh];
    return { ...change, to: all.length ? all : null };
  }

  private valueAt({ item, field }: Change): unknown {
    const holder: object | undefined = item === null ? this.document : findItem(indexItems(this.document), item);
    return (holder as Record<string, unknown> | undefined)?.[field!] ?? null;
  }

  /** An item gets another id: others still call it by its old one. One that is taken meanwhile gets the next. */
  private rename(called: string, change: Change, device: string): void {
    const from = change.item!;
    if (!this.has(from) && !this.comesBack(change, device)) return;
    const asked = change.to as string;
    const to = asked !== from && this.has(asked) ? this.fresh(asked) : asked;
    this.apply({ ...change, to });
    const own = this.names.get(device)!;
    own.delete(called);
    if (to !== asked) own.set(asked, to);
    for (const [id, now] of this.known) {
      if (now !== from) continue;
      this.known.set(id, to);
      this.calls.set(device, new Map(this.calls.get(device)).set(id, asked));
      for (const [other, names] of this.names)
        if (other !== device) names.set(this.calls.get(other)?.get(id) ?? id, to);
    }
    const maker = this.makers.get(from);
    if (maker !== undefined) this.makers.set(to, maker);
    for (const one of [...this.last.values()].filter(({ change: { item } }) => item === from)) {
      this.last.delete(placeOf(one.change));
      const change = { ...one.change, item: to };
      this.last.set(placeOf(change), { ...one, change });
    }
  }

  private inOwnNames(change: Change, device: string): Change {
    const names = [...this.names.get(device)!];
    const rename = (one: Change, [from, to]: [string, string]) => renamed(one, from, to, this.document.id);
    // All at once: what one is called here may be what the device calls another.
    const apart = names.map(([from, to]): [string, string] => [from, `\u0001${to}`]);
    const back = names.map(([, to]): [string, string] => [`\u0001${to}`, to]);
    return [...apart, ...back].reduce(rename, change);
  }

  private has = (id: string) => findItem(indexItems(this.document), id) !== undefined;

  private apply(change: Change): void {
    this.document = applyChanges(this.document, [change]);
  }

  private lose(item: string | null, field: string | null, stands: DraftLoss['stands'], lost: DraftLoss['lost']): void {
    this.losses.push({ item, field, stands, lost });
  }
}

/** Whether what a change puts there speaks of an item. */
const mentions = (change: Change, item: string, document: string) =>
  !sameValue(renamedValue(change, item, `${item}\u0000`, document), change.to);
const isList = ({ field, from, to }: Change) =>
  field !== null && !WHOLE.has(field) && (Array.isArray(from) || Array.isArray(to)) && [from, to].every(isNoneOrList);
const isNoneOrList = (value: unknown) =>
  value === null || (Array.isArray(value) && value.every((one) => !Array.isArray(one)));
const sameValue = (a: unknown, b: unknown) => stable(a) === stable(b);

/** A change in which an item has another id, wherever it is mentioned. */
function renamed(change: Change, from: string, to: string, document: string): Change {
  const value = (one: unknown) => renamedValue({ ...change, to: one }, from, to, document);
  const item = change.item === from ? to : change.item;
  return { ...change, item, from: value(change.from), to: value(change.to) };
}

/** What a change puts there, seen as a document of its own, so that one rule knows where ids stand. */
function renamedValue(
  { type, field, to: value }: Pick<Change, 'type' | 'field' | 'to'>,
  from: string,
  to: string,
  document: string,
): unknown {
  if (value === null || value === undefined) return value;
  const none = { id: document, parts: [], fasteners: [], links: [], work: [] } as unknown as ProcedureDocument;
  if (type === null) {
    if (field === 'order')
      return Object.fromEntries(
        Object.entries(value as Record<string, string[]>).map(([list, ids]) => [
          list,
          ids.map((id) => (id === from ? to : id)),
        ]),
      );
    return (renameItem({ ...none, [field!]: value }, from, to) as unknown as Record<string, unknown>)[field!];
  }
  if (field === 'id') return value === from ? to : value;
  const bare = { id: '', joins: ['', ''], holds: '' };
  const whole = (field === null ? value : { ...bare, [field]: value }) as Item;
  const shell: ProcedureDocument = {
    ...none,
    parts: type === 'part' ? [whole as Part] : [],
    fasteners: type === 'fastener' ? [whole as Fastener] : [],
    links: type === 'link' ? [whole as Link] : [],
    work: type === 'work' ? [whole as Work] : [],
  };
  const made = renameItem(shell, from, to);
  const [one] = [...made.parts, ...made.fasteners, ...made.links, ...(made.work ?? [])] as Item[];
  return field === null ? one : (one as unknown as Record<string, unknown>)[field];
}
