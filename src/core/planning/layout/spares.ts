import { comesBackNew, type FastenerKind, fastenerKindOf } from '../../trade';
import { type BreakChance, sparesFor } from '../../shop';
import { countOf, recordedId } from '../../document';
import type { Action, ActionGraph } from '../graph';
import type { ShopHistory } from './history';

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

/** Spares by kind: all of what is replaced every time, and some for what comes out loose and may break; other threaded pieces and what is moulded to its part are left out. */
export function sparesOf(graph: ActionGraph, removal: Action[], level: number, history: ShopHistory): Spare[] {
  const byKind = new Map<
    string,
    { spare: Omit<Spare, 'spares'>; kind: FastenerKind; renewed: number; piecesOf: Map<string, number> }
  >();
  for (const { fastener, kind, key, procedure } of released(graph, removal)) {
    const isNew = comesBackNew(kind, fastener);
    // What comes back as something else is laid out as that.
    if (kind.destructive || (isNew ? fastener.refit?.as : kind.threaded || kind.integral)) continue;
    const known = byKind.get(kind.code) ?? {
      spare: { kind: kind.code, name: kind.plural, pieces: 0, items: [] },
      kind,
      renewed: 0,
      piecesOf: new Map<string, number>(),
    };
    const [count, own] = [countOf(fastener), recordedId(procedure)];
    known.spare.pieces += count;
    known.spare.items.push(key);
    if (isNew) known.renewed += count;
    else known.piecesOf.set(own, (known.piecesOf.get(own) ?? 0) + count);
    byKind.set(kind.code, known);
  }
  return [...byKind.values()].map(({ spare, kind, piecesOf, renewed }) => {
    if (piecesOf.size === 0) return named(spare, kind, renewed);
    const chances = [...piecesOf].map(([procedure, pieces]) => ({
      pieces,
      chance: history.procedures[`${procedure}/${spare.kind}`] ?? history.kinds[spare.kind] ?? kind.breakPrior,
    }));
    return named(spare, kind, renewed + sparesFor(spare.pieces - renewed, together(chances), level));
  });
}

const named = (spare: Omit<Spare, 'spares'>, { name, plural }: FastenerKind, spares: number): Spare => ({
  ...spare,
  spares,
  name: spares === 1 ? name : plural,
});

/** One chance for pieces of several procedures on one car: the mean by pieces, and no more sure than the least sure of them. */
function together(chances: readonly { pieces: number; chance: BreakChance }[]): BreakChance {
  const pieces = chances.reduce((sum, one) => sum + one.pieces, 0);
  const mean = chances.reduce((sum, { pieces: own, chance: { a, b } }) => sum + (own / pieces) * (a / (a + b)), 0);
  const agree = Math.min(...chances.map(({ chance: { a, b } }) => a + b));
  return { a: mean * agree, b: (1 - mean) * agree };
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
