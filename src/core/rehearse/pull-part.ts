import { type RemovalType, nodeIdOf } from '../graph';
import { findMotion, fastenerKindOf } from '../hardware';
import { itemKey, type Part } from '../procedure';
import { edgeOf, gesturesFor, isOut } from './gestures';
import { fastenerOf, type Ground, holdersOf, letsGoByPull, lookUp } from './ground';
import { piecesIn, reasonOf, releaseNode, snap } from './let-go';
import type { Damage, Move, Outcome } from './move';
import type { Spring } from './plate';
import { bedOf, gripPoint, placesOfPieces, shapeOf } from './pieces';
import { feelMm, type Holder, pullFrom, type Pulled } from './pull';
import { orderedBefore, waitingFor } from './reach';
import { noted, type Rehearsal, withDone, withEntry } from './state';
import { gripOf, gripOfLink, TOOL_HARM } from './strength';
import { marksEdges } from './tool-use';
import { stopForSrs, takeTool } from './apply-tool';

type PullMove = Extract<Move, { do: 'pull' }>;

/** What a motion is counted at: the part, or the area that is peeled. */
const placeOfMove = ({ item, region }: Pick<PullMove, 'item' | 'region'>) => (region ? `${item}@${region}` : item);

/** What keeps a part from coming the way it is drawn. */
interface Against {
  /** Entries that hold it, by `itemKey`: springs. */
  holding: string[];
  /** What has to be done first, named. */
  because: string[];
  isWrongWay: boolean;
}

/** A part drawn, moved, turned, peeled, or lifted away once it is free. */
export function pullPart(ground: Ground, state: Rehearsal, move: PullMove): Rehearsal {
  const { graph } = ground;
  const { index, item, procedure } = lookUp(ground, move.item);
  const part = index.parts.get(item)!;
  const node = (type: RemovalType | 'reach') => nodeIdOf(graph, { type, procedure, item });
  const [free, takeOff] = [node('free'), node('takeOff')];
  if (free === undefined || takeOff === undefined || state.isDone.has(takeOff))
    return noted(state, { went: 'nothing', item: move.item, because: [], damage: [] }, false);
  if (state.isDone.has(free)) return liftAway(ground, state, move, part, takeOff);
  const region = move.region && part.regions?.[move.region] ? move.region : undefined;
  const target = region ? nodeIdOf(graph, { type: 'peel', procedure, item, region })! : free;
  if (state.isDone.has(target))
    return noted(state, { went: 'nothing', item: move.item, because: [], damage: [] }, false);
  const covers = waitingFor(graph, state.isDone, node('reach')!);
  if (covers.length)
    return noted(
      state,
      { went: 'covered', item: move.item, because: covers.map((one) => reasonOf(ground, one)), damage: [] },
      true,
    );
  const inIt = holdersOf(ground, move.item).filter((key) =>
    graph.nodes[target].needs.includes(releaseNode(ground, key)!),
  );
  const [rule] = [
    target,
    ...inIt.filter((key) => letsGoByPull(ground, key)).map((key) => releaseNode(ground, key)!),
  ].flatMap((id) => orderedBefore(ground, state, id));
  const first = rule && reasonOf(ground, rule.first);
  if (rule && !inIt.includes(first))
    return noted(state, { went: 'too-early', item: move.item, because: [first], damage: [], more: rule.why }, true);
  const hold = holdOn(ground, state, part, move, inIt);
  return hold.holding.length || hold.isWrongWay || hold.because.length
    ? strain(ground, state, move, part, hold)
    : comes(ground, state, move, part, target, inIt);
}

/** What holds the part against this gesture. On its own way its clips and hooks let go; any other way they hold as well. */
function holdOn(ground: Ground, state: Rehearsal, part: Part, move: PullMove, inIt: string[]): Against {
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
    const fastener = index.fasteners.get(item);
    const { stiffness, strength, clampMm } = fastener
      ? gripOf(ground.graph.catalogue, fastener)
      : gripOfLink(ground.graph.catalogue, index.links.get(item)!);
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

function pullOn(ground: Ground, state: Rehearsal, part: Part, move: PullMove, keys?: string[]): Hold {
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
const tiesOf = ({ graph }: Ground, { isDone }: Rehearsal, takeOff: number): string[] =>
  graph.nodes[takeOff].needs
    .filter((id) => graph.nodes[id].ref.type === 'undo' && !isDone.has(id))
    .map((id) => itemKey(graph.nodes[id].ref));

/** Bends it where it is held; beyond its strength something gives way. */
function strain(ground: Ground, state: Rehearsal, move: PullMove, part: Part, hold: Against): Rehearsal {
  const { holding, at, bed } = pullOn(ground, state, part, move, hold.holding);
  const pulled = pullFrom(holding, bed, at, move.mm ?? feelMm(holding, bed, at));
  const broken = snap(ground, state, pulled.snapped);
  const went: Outcome['went'] = broken.damage.length ? 'broke' : hold.isWrongWay ? 'wrong-way' : 'held';
  return noted(
    broken.state,
    {
      went,
      item: move.item,
      because: hold.because,
      damage: broken.damage,
      ...(hold.isWrongWay ? { more: 'wrong-way' } : {}),
    },
    true,
  );
}

/** The motion is done; after the last one its clips and hooks have let go, and what nothing ties is off. */
function comes(
  ground: Ground,
  state: Rehearsal,
  move: PullMove,
  part: Part,
  target: number,
  inIt: string[],
): Rehearsal {
  const { graph } = ground;
  const motions = part.motions?.length ?? 0;
  const count = Math.min(motions, (state.moved.get(placeOfMove(move)) ?? 0) + 1);
  const motion = findMotion(graph.catalogue, part.motions?.[count - 1] ?? '');
  const damage = motion?.pries && isOut(move.gesture) && marksEdges(state.tool) ? [edgeMark(move.item, part)] : [];
  // A prying tool stays in the hand; anything else is put down to move a part.
  const inHand = isOut(move.gesture) ? state : takeTool(state, 'hand');
  const went = damage.length ? 'marked' : null;
  if (count < motions)
    return noted(
      { ...inHand, moved: withEntry(state.moved, placeOfMove(move), count) },
      { went: went ?? 'part-way', item: move.item, because: [], damage },
      damage.length > 0,
    );
  let now = withDone({ ...inHand, moved: withEntry(state.moved, placeOfMove(move), count) }, [
    ...inPlannedOrder(
      ground,
      inIt.map((key) => releaseNode(ground, key)!),
    ),
    target,
  ]);
  const takeOff = nodeIdOf(graph, { type: 'takeOff', procedure: lookUp(ground, move.item).procedure, item: part.id })!;
  if (graph.nodes[target].ref.type === 'free' && waitingFor(graph, now.isDone, takeOff).length === 0)
    now = withDone(now, [takeOff]);
  return noted(now, { went: went ?? 'done', item: move.item, because: [], damage }, damage.length > 0);
}

/** What lets go in one motion, as it was planned: together they are one step. */
const inPlannedOrder = ({ graph, planned }: Ground, ids: number[]) =>
  ids.sort((a, b) => planned.indexOf(graph.nodes[a].key) - planned.indexOf(graph.nodes[b].key));

const edgeMark = (item: string, { kind }: Part): Damage => ({
  item,
  what: 'edge',
  kind,
  pieces: 1,
  mendMinutes: TOOL_HARM.edge,
});

/** A free part is lifted away; a plug left on tears. */
function liftAway(ground: Ground, state: Rehearsal, move: PullMove, part: Part, takeOff: number): Rehearsal {
  const { graph } = ground;
  const waiting = waitingFor(graph, state.isDone, takeOff);
  if (waiting.length === 0)
    return noted(
      withDone(takeTool(state, 'hand'), [takeOff]),
      { went: 'done', item: move.item, because: [], damage: [] },
      false,
    );
  const because = waiting.map((id) => reasonOf(ground, id));
  const ties = tiesOf(ground, state, takeOff);
  const { holding, at, bed } = pullOn(ground, state, part, move, ties);
  const pulled = pullFrom(holding, bed, at, move.mm ?? feelMm(holding, bed, at));
  const live = pulled.snapped.find(({ item }) => isLive(ground, state, item));
  const broken = snap(ground, state, pulled.snapped);
  const went = broken.damage.length ? 'tore' : 'held';
  const after = noted(broken.state, { went, item: move.item, because, damage: broken.damage }, true);
  return live ? stopForSrs(after, live.item, ['batteryOff']) : after;
}

/** Whether a link is of the airbag system with the battery still on. */
function isLive(ground: Ground, { isDone }: Rehearsal, key: string): boolean {
  const { index, item } = lookUp(ground, key);
  return index.links.get(item)?.safety === 'srs' && !isDone.has(ground.graph.idOf.get('wait')!);
}
