import { nodeIdOf } from '../planning';
import { itemKey } from '../document';
import { type Ground, lookUp, piecesOf } from './ground';
import type { Damage } from './move';
import type { Holder } from './pull';
import { type Rehearsal, withDone, withEntry } from './state';
import type { Grip } from '../trade';
import { gripOf, gripOfLink } from './strength';

/** The node that lets an item go; undefined where this vehicle does not have it. */
export function releaseNode({ graph }: Pick<Ground, 'graph'>, key: string): number | undefined {
  const { index, item, procedure } = lookUp({ graph }, key);
  const type = index.links.has(item) ? 'undo' : index.works.has(item) ? 'work' : 'release';
  return nodeIdOf(graph, { type, procedure, item });
}

/** How one piece of a fastener or a link holds. */
export function gripAt(ground: Pick<Ground, 'graph'>, key: string): Grip {
  const { index, item } = lookUp(ground, key);
  const { catalogue } = ground.graph;
  const fastener = index.fasteners.get(item);
  return fastener ? gripOf(catalogue, fastener) : gripOfLink(catalogue, index.links.get(item)!);
}

/** How many pieces of an entry are still in. */
export function piecesIn(ground: Pick<Ground, 'graph'>, state: Pick<Rehearsal, 'out' | 'isDone'>, key: string): number {
  const id = releaseNode(ground, key);
  if (id === undefined || state.isDone.has(id)) return 0;
  return piecesOf(ground, key) - (state.out.get(key) ?? 0);
}

/** Takes pieces of an entry out; the last one lets it go. */
export function takeOut(ground: Ground, state: Rehearsal, key: string, pieces: number): Rehearsal {
  const left = piecesIn(ground, state, key) - pieces;
  if (left <= 0) return withDone(state, [releaseNode(ground, key)!]);
  return { ...state, out: withEntry(state.out, key, (state.out.get(key) ?? 0) + pieces) };
}

/** Pieces that gave way come out broken. */
export function snap(
  ground: Ground,
  state: Rehearsal,
  snapped: readonly Holder[],
): { state: Rehearsal; damage: Damage[] } {
  const counts = new Map<string, number>();
  for (const { item } of snapped) counts.set(item, (counts.get(item) ?? 0) + 1);
  let now = state;
  for (const [item, pieces] of counts) now = takeOut(ground, now, item, pieces);
  return { state: now, damage: [...counts].map(([item, pieces]) => damageOf(ground, item, pieces)) };
}

/** What it is that broke at an entry, with the time it takes to put right. */
export function damageOf(ground: Ground, key: string, pieces: number): Damage {
  const { index, item } = lookUp(ground, key);
  const grip = gripAt(ground, key);
  return {
    item: key,
    what: grip.breaks,
    kind: (index.fasteners.get(item) ?? index.links.get(item))!.kind,
    pieces,
    mendMinutes: grip.mendMinutes * pieces,
  };
}

/** The key of the item a node is about; null for the vehicle as a whole. */
export const keyOfNode = ({ graph }: Pick<Ground, 'graph'>, id: number): string | null => {
  const { procedure, item } = graph.nodes[id].ref;
  return procedure === null ? null : itemKey({ procedure, item });
};

/** What the vehicle as a whole is called among reasons: the step itself. */
export const reasonOf = (ground: Pick<Ground, 'graph'>, id: number): string =>
  keyOfNode(ground, id) ?? ground.graph.nodes[id].key;
