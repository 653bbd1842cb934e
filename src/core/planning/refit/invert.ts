import { append } from '../../lists';
import { fastenerKindOf } from '../../trade';
import { heldParts, itemKey, readItemKey } from '../../document';
import { bindCraft, nodeIdOf, reachable, type Action, type ActionGraph } from '../graph';
import { partsInTheWay } from './covers';
import { bindHands, holdersOf, offerOf, tiedBy } from './hands';
import type { RefitGraph } from './refit-graph';
import type { RefitAction } from './refit-step';
import { goesInto, stepsFor } from './refit-steps';
import { Waits } from '../graph';

/**
 * The inverse of what was done: inverse steps with inverse edges, and the rules of the hand's way back on top, each as far as it closes no loop. An edge is turned round only where the
 * removal really went that way, so the result has no loops whatever was skipped. `done` is in the order things were done; `back` is work that is done on the way back.
 * @param underneath fasteners, by `itemKey`, that hold a ring under a new part, with that part: they are home before it is offered.
 */
export function invert(
  graph: ActionGraph,
  done: number[],
  back: number[] = [],
  underneath: ReadonlyMap<string, string> = new Map(),
): RefitGraph {
  const made: Made = { steps: [], before: [], first: new Map(), last: new Map(), underneath };
  for (const id of done) {
    const steps = stepsFor(graph, graph.nodes[id].action!);
    steps.forEach((step, i) => {
      made.before.push(new Set(i > 0 ? [made.steps.length - 1] : []));
      made.steps.push(step);
    });
    if (steps.length === 0) continue;
    made.first.set(id, made.steps.length - steps.length);
    made.last.set(id, made.steps.length - 1);
  }
  addMissingSeats(graph, made, done);
  const orderOf = new Map(done.map((id, order) => [id, order]));
  for (const [before, then] of turned(graph, made, done, orderOf, new Map())) made.before[then].add(before);
  addBackWork(graph, made, orderOf, back);
  const refit: RefitGraph = {
    ...made,
    waits: new Waits(made.before),
    at: new Map(made.steps.map(({ key }, at) => [key, at])),
    holds: [],
    conflicts: [],
  };
  refit.conflicts = offBeforeSeat(graph, refit);
  const rules = new Map<number, number[]>();
  for (const { first, then } of graph.orderEdges) append(rules, then, first);
  refit.holds = bindHands(graph, refit, () => {
    for (const [before, then] of turned(graph, made, done, orderOf, rules)) refit.waits.bind(before, then);
  });
  startAllThenTighten(graph, refit);
  ringsFirst(refit, underneath);
  bindSeated(graph, refit);
  bindCraft(graph, refit.waits, worksOf(refit));
  return refit;
}

/** What is done and undone to the car on the way back. */
const worksOf = ({ steps }: RefitGraph) =>
  steps.flatMap(({ type, procedure, item }, at) =>
    type === 'work' || type === 'restore' ? [{ at, procedure: procedure!, item, isUndone: type === 'restore' }] : [],
  );

/** Steps and turned edges, before the hand's rules are added. */
type Made = Pick<RefitGraph, 'steps' | 'before' | 'first' | 'last'> & { underneath: ReadonlyMap<string, string> };

/** A part recorded as off without having been freed still has to be seated. */
function addMissingSeats(graph: ActionGraph, refit: Made, done: number[]): void {
  const all = new Set(done);
  for (const id of done) {
    const action = graph.nodes[id].action!;
    if (action.type !== 'takeOff') continue;
    const free = nodeIdOf(graph, { type: 'free', procedure: action.procedure, item: action.item })!;
    if (all.has(free)) continue;
    const [seat] = stepsFor(graph, graph.nodes[free].action!);
    refit.before.push(new Set([refit.last.get(id)!]));
    refit.last.set(id, refit.steps.length);
    refit.steps.push(seat);
  }
}

/** The needs of the way out turned round: pairs of positions, the first before the second. With `rules`, those of `before` too. */
function turned(
  graph: ActionGraph,
  made: Made,
  done: number[],
  orderOf: ReadonlyMap<number, number>,
  rules: Map<number, number[]>,
): [number, number][] {
  const pairs: [number, number][] = [];
  for (const id of done) {
    const last = made.last.get(id);
    if (last === undefined) continue;
    for (const needed of doneBefore(graph, rules, orderOf, (one) => made.first.has(one), id)) {
      const target = closes(graph, made, needed);
      if (target === null || isOwnJoin(graph, made, last, target) || isUnderneath(made, last, target)) continue;
      if (orderOf.get(needed)! < orderOf.get(id)!) pairs.push([last, target]);
    }
  }
  return pairs;
}

/** Whether a plug and the seat of a part that it ties are in question: that has a rule of its own, which yields where what the plug leads to comes back only later. */
function isOwnJoin(graph: ActionGraph, { steps }: Made, join: number, seat: number): boolean {
  const { type, procedure, item } = steps[seat];
  if (steps[join].type !== 'join' || steps[join].procedure !== procedure || type !== 'seat') return false;
  const index = graph.indexes.get(procedure!)!;
  return tiedBy(index, index.links.get(steps[join].item)!).includes(item);
}

/** Whether a seat and a fastener are in question that now holds the ring under that part. */
const isUnderneath = ({ steps, underneath }: Made, seat: number, fastener: number): boolean =>
  underneath.size > 0 && underneath.get(itemKey(steps[fastener])) === itemKey(steps[seat]);

/** What holds a ring is home before the part that goes onto it is offered. */
function ringsFirst(refit: RefitGraph, underneath: ReadonlyMap<string, string>): void {
  if (underneath.size === 0) return;
  refit.steps.forEach(({ type, procedure, item }, at) => {
    const part = type === 'tighten' || type === 'fit' ? underneath.get(itemKey({ procedure, item })) : undefined;
    const offer = part === undefined ? null : offerOf(refit, part);
    if (offer !== null) refit.waits.bind(at, offer);
  });
}

/** Work that is done once a part is seated follows that and what holds it, and is done before anything closes over it. */
function bindSeated(graph: ActionGraph, refit: RefitGraph): void {
  refit.steps.forEach(({ type, procedure, item }, at) => {
    const part = type === 'work' ? graph.indexes.get(procedure!)!.works.get(item)?.onceSeated : undefined;
    const seat = part === undefined ? undefined : refit.at.get(`seat:${procedure}/${part}`);
    if (part === undefined || seat === undefined) return;
    const ref = { procedure: procedure!, item: part };
    for (const before of [seat, ...holdersOf(graph, refit, ref)]) refit.waits.bind(before, at);
    const free = nodeIdOf(graph, { type: 'free', ...ref })!;
    const over = reachable(partsInTheWay(graph, free), (one) => {
      const next = nodeIdOf(graph, { type: 'free', ...readItemKey(one)! });
      return next === undefined ? [] : [...partsInTheWay(graph, next)];
    });
    for (const one of over) {
      const offer = offerOf(refit, one);
      if (offer !== null) refit.waits.bind(at, offer);
    }
  });
}

/** The step that closes what an action had opened; null for what goes into its part first and so closes nothing, and for the battery, which has rules of its own. */
function closes(graph: ActionGraph, made: Made, id: number): number | null {
  const at = made.first.get(id);
  if (at === undefined || made.steps[at].type === 'batteryOn') return null;
  const { type, procedure, item } = graph.nodes[id].ref;
  const into = type === 'release' ? goesInto(graph, graph.indexes.get(procedure!)!.fasteners.get(item)!) : null;
  return into === 'part' ? null : into === 'body' ? at + 1 : at;
}

/** Work of the way back is done while what it needs is still open. */
function addBackWork(graph: ActionGraph, made: Made, orderOf: ReadonlyMap<number, number>, back: number[]): void {
  for (const id of back) {
    const at = made.steps.length;
    made.steps.push({ ...backWork, ...pick(graph.nodes[id].action!) });
    made.before.push(new Set());
    const { procedure, item } = graph.nodes[id].ref;
    // What is done to a seated part waits for that, and not the part for it.
    if (graph.indexes.get(procedure!)!.works.get(item)!.onceSeated) continue;
    for (const needed of doneBefore(graph, new Map(), orderOf, (one) => made.first.has(one), id))
      made.before[made.first.get(needed)!].add(at);
  }
}

const backWork = {
  type: 'work',
  bin: null,
  reverses: null,
  gate: null,
  checks: [],
  notes: [],
} satisfies Partial<RefitAction>;
const pick = ({ key, procedure, item, side, tool, ms, place }: Action) => ({
  key,
  procedure,
  item,
  side,
  tool,
  ms,
  place,
});

/** What must be off while a part is seated comes back only after that; where it has to come back before, the two wait for each other. */
function offBeforeSeat(graph: ActionGraph, { steps, at, waits }: RefitGraph): RefitGraph['conflicts'] {
  const conflicts: RefitGraph['conflicts'] = [];
  steps.forEach(({ type, procedure, item }, seat) => {
    if (type !== 'seat') return;
    for (const other of graph.indexes.get(procedure!)!.parts.get(item)?.offToSeat ?? []) {
      const place = at.get(`place:${procedure}/${other}`);
      if (place !== undefined && !waits.bind(seat, place))
        conflicts.push({ part: { procedure: procedure!, item }, other: { procedure: procedure!, item: other } });
    }
  });
  return conflicts;
}

/** The nearest done nodes that come back and that a node waited for, looking through all others. */
function doneBefore(
  graph: ActionGraph,
  followsRule: Map<number, number[]>,
  orderOf: ReadonlyMap<number, number>,
  comesBack: (id: number) => boolean,
  start: number,
): Set<number> {
  const before = (id: number) => {
    const { needs, anyOf } = graph.nodes[id];
    // A rule binds only where both were done: what was not done makes nothing wait for what it would have waited for.
    const rules = (followsRule.get(id) ?? []).filter((first) => orderOf.has(first));
    return [...needs, ...(anyOf ?? []).flat(), ...rules];
  };
  const isDone = (id: number) => orderOf.has(id) && comesBack(id);
  const undone = reachable([start], (id) => before(id).filter((next) => !isDone(next)));
  return new Set([...undone].flatMap(before).filter(isDone));
}

/** All turned fasteners of a part are started before the first is tightened, unless one waits for the other anyway. */
function startAllThenTighten(graph: ActionGraph, { steps, waits }: RefitGraph): void {
  const turnedOf = new Map<string, { start: number; tighten: number }[]>();
  steps.forEach((step, start) => {
    if (step.type !== 'start') return;
    const fastener = graph.indexes.get(step.procedure!)!.fasteners.get(step.item)!;
    if (fastenerKindOf(graph.catalogue, fastener).release !== 'turned' && !goesInto(graph, fastener)) return;
    for (const part of new Set(heldParts(fastener))) {
      append(turnedOf, itemKey({ procedure: step.procedure, item: part }), { start, tighten: start + 1 });
    }
  });
  for (const group of turnedOf.values())
    for (const a of group) for (const b of group) if (a !== b) waits.bind(a.start, b.tighten);
}
