import { nodeIdOf } from '../planning';
import { fastenerKindOf } from '../trade';
import { itemKey, type Part } from '../document';
import { edgeOf, gesturesFor, isOut } from './gestures';
import { fastenerOf, type Ground, holdersOf, letsGoByPull, lookUp } from './ground';
import { gripAt, piecesIn, reasonOf, releaseNode } from './let-go';
import type { Move } from './move';
import { bedOf, gripPoint, placesOfPieces, shapeOf } from './pieces';
import type { Spring } from './plate';
import { type Holder, pullFrom, type Pulled } from './pull';
import { waitingFor } from './reach';
import type { Rehearsal } from './state';

export type PullMove = Extract<Move, { do: 'pull' }>;

/** What a motion is counted at: the part, or the area that is peeled. */
export const placeOfMove = ({ item, region }: Pick<PullMove, 'item' | 'region'>) =>
  region ? `${item}@${region}` : item;

/** What keeps a part from coming the way it is drawn. */
export interface Against {
  /** Entries that hold it, by `itemKey`: springs. */
  holding: string[];
  /** What has to be done first, named. */
  because: string[];
  isWrongWay: boolean;
}

/** What holds the part against this gesture. On its own way its clips and hooks let go; any other way they hold as well. */
export function holdOn(ground: Ground, state: Rehearsal, part: Part, move: PullMove, inIt: string[]): Against {
  const { graph } = ground;
  const held = inIt.filter((key) => piecesIn(ground, state, key) > 0);
  const waits = new Map(held.map((key) => [key, waitingFor(graph, state.isDone, releaseNode(ground, key)!)]));
  const own = new Set(held.map((key) => releaseNode(ground, key)!));
  const isStuck = (key: string) => !letsGoByPull(ground, key) || waits.get(key)!.some((id) => !own.has(id));
  const stuck = held.filter(isStuck);
  const isWrongWay = !isItsWay(ground, state, part, move, held);
  const named = stuck.flatMap((key) =>
    letsGoByPull(ground, key)
      ? waits
          .get(key)!
          .filter((id) => !own.has(id))
          .map((id) => reasonOf(ground, id))
      : [key],
  );
  return {
    holding: isWrongWay ? held : stuck,
    because: [...new Set(named.length ? named : isWrongWay ? held : [])],
    isWrongWay,
  };
}

/** Whether a gesture is the part's next motion. Where only clips hold it may begin at another end: that is no more than advice. */
function isItsWay(
  ground: Ground,
  state: Rehearsal,
  part: Part,
  { item, gesture, region }: PullMove,
  held: string[],
): boolean {
  const motion = part.motions?.[state.moved.get(placeOfMove({ item, region })) ?? 0];
  if (motion === undefined) return part.motions?.length ? true : isOut(gesture) || gesture === 'ease';
  const wanted = gesturesFor(motion);
  if (wanted.includes(gesture)) return true;
  const hasHooks = held.some((key) => fastenerKindOf(ground.graph.catalogue, fastenerOf(ground, key)!).integral);
  return !hasHooks && isOut(gesture) && wanted.some(isOut);
}

/** Pieces of some entries as springs. */
function springsOf(ground: Ground, state: Rehearsal, part: Part, keys: string[]): Holder[] {
  return keys.flatMap((key) => {
    const { index, item } = lookUp(ground, key);
    const { stiffness, strength, clampMm } = gripAt(ground, key);
    const places = placesOfPieces(index, item, part);
    return places
      .slice(places.length - piecesIn(ground, state, key))
      .map(([x, y]) => ({ item: key, x, y, stiffness, strength, clampMm }));
  });
}

/** A part taken hold of: what would hold it against this gesture, worked out once for the whole of a pull. */
export interface Hold {
  holding: readonly Holder[];
  bed: readonly Spring[];
  at: { x: number; y: number };
}

/** Takes hold of a part without doing anything: what is drawn while it is pulled is `raiseHeld` of this. */
export function takeHold(ground: Ground, state: Rehearsal, move: PullMove): Hold {
  const { index, item } = lookUp(ground, move.item);
  return pullOn(ground, state, index.parts.get(item)!, move);
}

/** How a part that is held stands with the hand so far up, mm. Linear in the pieces, and in those that give way. */
export const raiseHeld = ({ holding, bed, at }: Hold, mm: number): Pulled => pullFrom(holding, bed, at, mm);

export function pullOn(ground: Ground, state: Rehearsal, part: Part, move: PullMove, keys?: string[]): Hold {
  const { index, procedure } = lookUp(ground, move.item);
  const shape = shapeOf(index, part);
  const [x, y] =
    move.at ?? gripPoint(shape, edgeOf(move.gesture), ground.graph.documents.get(procedure)!.side === 'centre');
  const inIt = keys ?? heldNow(ground, state, part, move);
  return { holding: springsOf(ground, state, part, inIt), at: { x, y }, bed: bedOf(shape) };
}

/** What would hold it against this gesture, a free part's links included. */
function heldNow(ground: Ground, state: Rehearsal, part: Part, move: PullMove): string[] {
  const { procedure } = lookUp(ground, move.item);
  const free = nodeIdOf(ground.graph, { type: 'free', procedure, item: part.id })!;
  if (!state.isDone.has(free)) return holdOn(ground, state, part, move, holdersOf(ground, move.item)).holding;
  const takeOff = nodeIdOf(ground.graph, { type: 'takeOff', procedure, item: part.id })!;
  return tiesOf(ground, state, takeOff);
}

/** The links that still tie a free part, by `itemKey`. */
export const tiesOf = ({ graph }: Ground, { isDone }: Rehearsal, takeOff: number): string[] =>
  graph.nodes[takeOff].needs
    .filter((id) => graph.nodes[id].ref.type === 'undo' && !isDone.has(id))
    .map((id) => itemKey(graph.nodes[id].ref));
