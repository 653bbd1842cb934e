import { diffProcedures } from './diff';
import { freeId } from './edit';
import type { Item, ProcedureDocument, When } from './types';

/** A choice between what was recorded and what was found: "speaker-screws" is usually "T25", here "T20". */
export interface OptionOf {
  option: string;
  /** The value of what was found. */
  value: string;
  /** The value of what was recorded. */
  usual: string;
}

type ListName = 'parts' | 'fasteners' | 'links' | 'work';
const LISTS: ListName[] = ['parts', 'fasteners', 'links', 'work'];

/**
 * A document in which a change is true of an option's value only: what changed stands twice, as it was under the usual value and as it is now under the other; what is new stands under the other, what is gone
 * under the usual one. Whoever waits for the one waits for the other too; of the two only one is ever there.
 */
export function asOption(
  old: ProcedureDocument,
  next: ProcedureDocument,
  { option, value, usual }: OptionOf,
): ProcedureDocument {
  const changes = diffProcedures(old, next).filter(({ item }) => item !== null);
  const touched = new Set(changes.filter(({ kind }) => kind !== 'added').map(({ item }) => item!));
  const under = (item: Item, of: string): Item => ({
    ...item,
    when: { ...(item.when as When | undefined), [option]: of },
  });
  const twins = new Map<string, string>();
  let made: ProcedureDocument = { ...old, options: withValues(old, option, [usual, value]) };
  for (const list of LISTS) {
    const items: Item[] = old[list] ?? [];
    const after: Item[] = next[list] ?? [];
    const before = new Set(items.map(({ id }) => id));
    const kept = items.map((item) => (touched.has(item.id) ? under(item, usual) : item));
    const now = after.flatMap((item): Item[] => {
      if (!before.has(item.id)) return [under(item, value)];
      if (!touched.has(item.id)) return [];
      const id = freeId(made, `${item.id}-${value}-`.replace(/[^\w-]+/g, '-').toLowerCase());
      twins.set(item.id, id);
      return [under({ ...item, id }, value)];
    });
    if (kept.length + now.length > 0) made = { ...made, [list]: [...kept, ...now] };
  }
  return withTwins(made, twins);
}

const withValues = (
  { options }: ProcedureDocument,
  option: string,
  values: string[],
): ProcedureDocument['options'] => ({
  ...options,
  [option]: [...new Set([...(options?.[option] ?? []), ...values])],
});

/** Names the twin beside an item wherever somebody waits for it, and in the recorded order. */
function withTwins(document: ProcedureDocument, twins: ReadonlyMap<string, string>): ProcedureDocument {
  const both = (references: string[] | undefined) =>
    references?.flatMap((reference) => {
      const [item] = reference.split(/[:@]/);
      const twin = twins.get(item);
      return twin ? [reference, reference.replace(item, twin)] : [reference];
    });
  const waiting = <T extends Item>(list: T[] | undefined): T[] | undefined =>
    list?.map((item) => {
      const needs = 'needs' in item ? { needs: both((item as { needs?: string[] }).needs) } : {};
      return { ...item, ...(item.behind ? { behind: both(item.behind) } : {}), ...needs };
    });
  const before = (document.before ?? []).flatMap((one) => {
    const [first, then] = [twins.get(one.first), twins.get(one.then)];
    return [
      one,
      ...(first ? [{ ...one, first }] : []),
      ...(then ? [{ ...one, then }] : []),
      ...(first && then ? [{ ...one, first, then }] : []),
    ];
  });
  return {
    ...document,
    parts: waiting(document.parts)!,
    fasteners: waiting(document.fasteners)!,
    links: waiting(document.links)!,
    ...(document.work ? { work: waiting(document.work) } : {}),
    ...(document.before ? { before } : {}),
    ...(document.recordedOrder ? { recordedOrder: both(document.recordedOrder) } : {}),
  };
}
