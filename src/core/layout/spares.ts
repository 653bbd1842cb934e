import { fastenerKindOf } from '../hardware';
import { breakChance, sparesFor, type BreakRecord } from '../learn';
import { countOf, recordedId } from '../procedure';
import type { Action, ActionGraph } from '../graph';

/** What the shop's finished jobs say: breakage by kind, by procedure and kind ("kite-rear-door/push-clip"), and pace against standard times. */
export interface ShopHistory {
  kinds: Record<string, BreakRecord>;
  procedures: Record<string, BreakRecord>;
  pace: number;
}

export const NO_HISTORY: ShopHistory = { kinds: {}, procedures: {}, pace: 1 };
const NOTHING: BreakRecord = { out: 0, broken: 0 };

/** Spare pieces of one kind to have before a panel comes off. */
export interface Spare {
  kind: string;
  name: string;
  /** Pieces that come out. */
  pieces: number;
  /** Spares with which the chance of having enough reaches the shop's level. */
  spares: number;
  items: string[];
}

/** What comes back as something else, with the material that takes. */
export interface Replacement {
  item: string;
  as: string;
  material: string;
  count: number;
  reversible: boolean;
}

/** Spares by kind for what comes out loose and may break; threaded pieces and what is moulded to its part are left out. */
export function sparesOf(graph: ActionGraph, removal: Action[], level: number, history: ShopHistory): Spare[] {
  const byKind = new Map<string, Spare & { procedures: Set<string> }>();
  for (const { fastener, kind, key, procedure } of released(graph, removal)) {
    if (kind.threaded || kind.integral || kind.destructive) continue;
    const spare = byKind.get(kind.code) ?? {
      kind: kind.code,
      name: kind.plural,
      pieces: 0,
      spares: 0,
      items: [],
      procedures: new Set(),
    };
    spare.pieces += countOf(fastener);
    spare.items.push(key);
    spare.procedures.add(recordedId(procedure));
    byKind.set(kind.code, spare);
  }
  return [...byKind.values()].map(({ procedures, ...spare }) => {
    const own = [...procedures]
      .map((id) => history.procedures[`${id}/${spare.kind}`] ?? NOTHING)
      .reduce((a, b) => ({ out: a.out + b.out, broken: a.broken + b.broken }), NOTHING);
    const all = history.kinds[spare.kind] ?? NOTHING;
    const others = { out: Math.max(0, all.out - own.out), broken: Math.max(0, all.broken - own.broken) };
    const kind = graph.catalogue.fasteners.get(spare.kind)!;
    const spares = sparesFor(spare.pieces, breakChance(kind.breakPrior, others, own), level);
    return { ...spare, spares, name: spares === 1 ? kind.name : kind.plural };
  });
}

/** What the plan destroys and what it comes back as. */
export function replacementsOf(graph: ActionGraph, removal: Action[]): Replacement[] {
  return released(graph, removal)
    .filter(({ kind, fastener }) => kind.destructive || fastener.refit?.as)
    .map(({ fastener, kind, key }) => ({
      item: key,
      as: fastener.refit?.as ?? `new ${countOf(fastener) === 1 ? kind.name : kind.plural}`,
      material: fastener.refit?.material ?? fastener.refit?.as ?? kind.plural,
      count: fastener.refit?.count ?? countOf(fastener),
      reversible: fastener.refit?.reversible ?? true,
    }));
}

function released(graph: ActionGraph, removal: Action[]) {
  return removal
    .filter((action) => action.type === 'release')
    .map(({ procedure, item }) => {
      const fastener = graph.indexes.get(procedure!)!.fasteners.get(item)!;
      return {
        fastener,
        procedure: procedure!,
        key: `${procedure}/${item}`,
        kind: fastenerKindOf(graph.catalogue, fastener),
      };
    });
}
