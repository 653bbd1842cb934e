import { type RemovalType, nodeIdOf } from '../planning';
import { findMotion } from '../trade';
import type { Part } from '../document';
import { stopForSrs, takeTool } from './apply-tool';
import { isOut } from './gestures';
import { type Ground, holdersOf, letsGoByPull, lookUp } from './ground';
import { type Against, holdOn, placeOfMove, type PullMove, pullOn, tiesOf } from './hold';
import { reasonOf, releaseNode, snap } from './let-go';
import { type Damage, outcomeOf, type Went } from './move';
import { feelMm, pullFrom } from './pull';
import { orderedBefore, waitingFor } from './reach';
import { noted, type Rehearsal, withDone, withEntry } from './state';
import { TOOL_HARM } from './strength';
import { marksEdges } from './tool-use';

/** A part drawn, moved, turned, peeled, or lifted away once it is free. */
export function pullPart(ground: Ground, state: Rehearsal, move: PullMove): Rehearsal {
  const { graph } = ground;
  const { index, item, procedure } = lookUp(ground, move.item);
  const part = index.parts.get(item)!;
  const node = (type: RemovalType | 'reach') => nodeIdOf(graph, { type, procedure, item });
  const [free, takeOff] = [node('free'), node('takeOff')];
  if (free === undefined || takeOff === undefined || state.isDone.has(takeOff))
    return noted(state, outcomeOf('nothing', move.item));
  if (state.isDone.has(free)) return liftAway(ground, state, move, part, takeOff);
  const region = move.region && part.regions?.[move.region] ? move.region : undefined;
  const target = region ? nodeIdOf(graph, { type: 'peel', procedure, item, region })! : free;
  if (state.isDone.has(target)) return noted(state, outcomeOf('nothing', move.item));
  const covers = waitingFor(graph, state.isDone, node('reach')!);
  if (covers.length)
    return noted(
      state,
      outcomeOf(
        'covered',
        move.item,
        covers.map((one) => reasonOf(ground, one)),
      ),
    );
  const inIt = holdersOf(ground, move.item).filter((key) =>
    graph.nodes[target].needs.includes(releaseNode(ground, key)!),
  );
  const [rule] = [
    target,
    ...inIt.filter((key) => letsGoByPull(ground, key)).map((key) => releaseNode(ground, key)!),
  ].flatMap((id) => orderedBefore(ground, state, id));
  const first = rule && reasonOf(ground, rule.first);
  if (rule && !inIt.includes(first)) return noted(state, outcomeOf('too-early', move.item, [first], rule.why));
  const hold = holdOn(ground, state, part, move, inIt);
  if (hold.holding.length || hold.isWrongWay || hold.because.length) return strain(ground, state, move, part, hold);
  // It would come, with a live airbag lead or sensor on it.
  const unsafe = waitingFor(graph, state.isDone, target).filter((id) => graph.nodes[id].ref.procedure === null);
  if (unsafe.length)
    return stopForSrs(
      state,
      move.item,
      unsafe.map((id) => reasonOf(ground, id)),
    );
  return comes(ground, state, move, part, target, inIt);
}

/** Bends it where it is held; beyond its strength something gives way. */
function strain(ground: Ground, state: Rehearsal, move: PullMove, part: Part, hold: Against): Rehearsal {
  const broken = breakBy(ground, state, move, part, hold.holding);
  const went: Went = broken.damage.length ? 'broke' : hold.isWrongWay ? 'wrong-way' : 'held';
  return noted(broken.state, {
    ...outcomeOf(went, move.item, hold.because, hold.isWrongWay ? 'wrong-way' : undefined),
    damage: broken.damage,
  });
}

/** What gives way of some entries under the hand of a move. */
function breakBy(ground: Ground, state: Rehearsal, move: PullMove, part: Part, keys: string[]) {
  const { holding, at, bed } = pullOn(ground, state, part, move, keys);
  const { snapped } = pullFrom(holding, bed, at, move.mm ?? feelMm(holding, bed, at));
  return { ...snap(ground, state, snapped), snapped };
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
  const outcome = (went: Went) => ({ ...outcomeOf(damage.length ? 'marked' : went, move.item), damage });
  if (count < motions)
    return noted({ ...inHand, moved: withEntry(state.moved, placeOfMove(move), count) }, outcome('part-way'));
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
  return noted(now, outcome('done'));
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
  if (waiting.length === 0) return noted(withDone(takeTool(state, 'hand'), [takeOff]), outcomeOf('done', move.item));
  const because = waiting.map((id) => reasonOf(ground, id));
  const ties = tiesOf(ground, state, takeOff);
  const broken = breakBy(ground, state, move, part, ties);
  const live = broken.snapped.find(({ item }) => isLive(ground, state, item));
  const went = broken.damage.length ? 'tore' : 'held';
  const after = noted(broken.state, { ...outcomeOf(went, move.item, because), damage: broken.damage });
  return live ? stopForSrs(after, live.item, ['batteryOff']) : after;
}

/** Whether a link is of the airbag system with the battery still on. */
function isLive(ground: Ground, { isDone }: Rehearsal, key: string): boolean {
  const { index, item } = lookUp(ground, key);
  return index.links.get(item)?.safety === 'srs' && !isDone.has(ground.graph.idOf.get('wait')!);
}
