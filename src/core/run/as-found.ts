import { fastenerKindOf } from '../hardware';
import { itemKey, countOf, heldParts, type Fastener, type ProcedureDocument } from '../procedure';
import type { AsFoundChange, ExtraFastener } from './events';
import type { RunState } from './fold';
import { catalogueOf, type RunPlan } from '../plan';

/** The id of the entry that an extra fastener's event makes in this run's own copy of the procedure. */
export const extraId = (event: string) => `extra-${event.replaceAll('-', '')}`;

/**
 * The run's plan as this vehicle turned out to be: extra fasteners are entries like any other, changed ones have their new
 * drive or kind, missing ones are gone. The procedure itself is not touched. Returns the same object where nothing differs.
 */
export function asFoundPlan(plan: RunPlan, state: Pick<RunState, 'extras' | 'asFound'>): RunPlan {
  const changes = state.asFound.filter((one) => one.change && one.item);
  if (state.extras.length + changes.length === 0) return plan;
  const documents = plan.documents.map((document) => {
    let fasteners = document.fasteners;
    for (const { item, change } of changes) fasteners = changed(document, fasteners, item!, change!);
    const extras = state.extras
      .filter((extra) => extra.procedure === document.id && document.parts.some((part) => part.id === extra.holds))
      .map(entryOf);
    return { ...document, fasteners: [...fasteners, ...extras] } satisfies ProcedureDocument;
  });
  return { ...plan, documents, taped: { ...plan.taped, ...labels(plan, documents) } };
}

const entryOf = ({ event, holds, kind, drive, count, point }: ExtraFastener & { event: string }): Fastener => ({
  id: extraId(event),
  holds,
  kind,
  count,
  behind: [],
  note: 'Found on this vehicle, not in the procedure.',
  ...(drive ? { drive } : {}),
  ...(point ? { at: [point] } : {}),
});

function changed(document: ProcedureDocument, fasteners: Fastener[], item: string, change: AsFoundChange): Fastener[] {
  return fasteners.flatMap((fastener) => {
    if (itemKey({ procedure: document.id, item: fastener.id }) !== item) return [fastener];
    const count = countOf(fastener) - (change.missing ?? 0);
    if (count < 1) return [];
    const { staysOn, drive, length, thread, ...rest } = fastener;
    const other = change.kind !== undefined && change.kind !== fastener.kind;
    return [
      {
        ...rest,
        count,
        ...(other ? { kind: change.kind! } : { staysOn, length, thread }),
        ...((change.drive ?? drive) ? { drive: change.drive ?? (other ? undefined : drive) } : {}),
      },
    ].map(withoutUndefined);
  });
}

const withoutUndefined = (fastener: Fastener): Fastener =>
  Object.fromEntries(Object.entries(fastener).filter(([, value]) => value !== undefined)) as unknown as Fastener;

/** What the tray has no bin for gets a label on its part. */
function labels(plan: RunPlan, documents: ProcedureDocument[]): Record<string, string> {
  const catalogue = catalogueOf(plan);
  const entries = documents.flatMap((document) =>
    document.fasteners.flatMap((fastener): [string, string][] => {
      const kind = fastenerKindOf(catalogue, fastener);
      const key = itemKey({ procedure: document.id, item: fastener.id });
      const needsLabel =
        !fastener.staysOn &&
        kind.release === 'turned' &&
        plan.bins[key] === undefined &&
        plan.taped?.[key] === undefined;
      return needsLabel
        ? [[key, `${countOf(fastener)} × ${fastener.drive ?? kind.name}, ${heldParts(fastener).join(' and ')}`]]
        : [];
    }),
  );
  return Object.fromEntries(entries);
}
