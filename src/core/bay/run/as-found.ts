import { fastenerKindOf } from '../../trade';
import { itemKey, countOf, heldParts, type Fastener, type ProcedureDocument, withoutUndefined } from '../../document';
import type { AsFoundChange, ExtraFastener } from './events';
import { type AsFound, type RunState } from './state';
import { catalogueOf, type RunPlan } from '../../telling';

/** The id of the entry that an extra fastener's event makes in this run's own copy of the procedure. */
export const extraId = (event: string) => `extra-${event.replaceAll('-', '')}`;

/** The id of the entry that some other pieces of a group make. */
export const otherId = (event: string) => `other-${event.replaceAll('-', '')}`;

/** Whether an entry was made by an event of the run and is in no procedure. */
export const isRunsOwn = (id: string) => id.startsWith('extra-') || id.startsWith('other-');

/**
 * The run's plan as this vehicle turned out to be: extra fasteners are entries like any other, changed ones have their new
 * drive or kind, missing ones are gone. The procedure itself is not touched. Returns the same object where nothing differs.
 */
export function asFoundPlan(plan: RunPlan, state: Pick<RunState, 'extras' | 'asFound'>): RunPlan {
  const changes = state.asFound.filter((one) => one.change && one.item);
  if (state.extras.length + changes.length === 0) return plan;
  const documents = plan.documents.map((document) => {
    let fasteners = document.fasteners;
    for (const one of changes) fasteners = changed(document, fasteners, one);
    const extras = state.extras
      .filter((extra) => extra.procedure === document.id && document.parts.some((part) => part.id === extra.holds))
      .map(entryOf);
    return { ...document, fasteners: [...fasteners, ...extras] } satisfies ProcedureDocument;
  });
  return { ...plan, documents, ...keptIn(plan, documents) };
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

/** A procedure whose entry is as it was found on a vehicle; `otherId` names the entry that some other pieces of a group make. */
export const asFoundDocument = (
  document: ProcedureDocument,
  item: string,
  change: AsFoundChange,
  idOfOther: string,
): ProcedureDocument => ({ ...document, fasteners: changedEntry(document.fasteners, item, change, idOfOther) });

const changed = (document: ProcedureDocument, fasteners: Fastener[], { item, change, event }: AsFound): Fastener[] =>
  changedEntry(
    fasteners,
    fasteners.find(({ id }) => itemKey({ procedure: document.id, item: id }) === item)?.id,
    change!,
    otherId(event),
  );

function changedEntry(
  fasteners: Fastener[],
  item: string | undefined,
  change: AsFoundChange,
  idOfOther: string,
): Fastener[] {
  return fasteners.flatMap((fastener) => {
    if (fastener.id !== item) return [fastener];
    const { pieces } = change;
    if (pieces !== undefined && pieces < countOf(fastener))
      return [
        { ...fastener, count: countOf(fastener) - pieces },
        ...other({ ...fastener, count: pieces }, change).map(({ name: _name, ...rest }) => ({
          ...rest,
          id: idOfOther,
        })),
      ];
    return other(fastener, change);
  });
}

/** An entry as it was found; nothing where all its pieces are missing. */
function other(fastener: Fastener, change: AsFoundChange): Fastener[] {
  const count = countOf(fastener) - (change.missing ?? 0);
  if (count < 1) return [];
  const { staysOn, drive, length, thread, ...rest } = fastener;
  const isOther = change.kind !== undefined && change.kind !== fastener.kind;
  return [
    {
      ...rest,
      count,
      ...(isOther ? { kind: change.kind! } : { staysOn, length, thread }),
      ...((change.drive ?? drive) ? { drive: change.drive ?? (isOther ? undefined : drive) } : {}),
    },
  ].map((fastener) => withoutUndefined<Fastener>(fastener));
}

/** Loose pieces that nobody planned for go to bins that are still empty; what finds none gets a label on its part. */
function keptIn(plan: RunPlan, documents: ProcedureDocument[]): Pick<RunPlan, 'bins' | 'taped'> {
  const catalogue = catalogueOf(plan);
  const bins = { ...plan.bins };
  const taped = { ...plan.taped };
  const used = new Set(Object.values(bins));
  const free = Array.from({ length: plan.trayBins ?? 0 }, (_, at) => at + 1).filter((bin) => !used.has(bin));
  for (const document of documents)
    for (const fastener of document.fasteners) {
      const kind = fastenerKindOf(catalogue, fastener);
      const key = itemKey({ procedure: document.id, item: fastener.id });
      const isKept = bins[key] !== undefined || taped[key] !== undefined;
      if (fastener.staysOn || kind.release !== 'turned' || isKept) continue;
      const bin = free.shift();
      if (bin !== undefined) bins[key] = bin;
      else taped[key] = `${countOf(fastener)} × ${fastener.drive ?? kind.name}, ${heldParts(fastener).join(' and ')}`;
    }
  return { bins, taped };
}
