import { append } from '../../lists';
import { fastenerKindOf } from '../../trade';
import { heldParts, itemKey } from '../../document';
import { nodeIdOf, reachable, type Action, type ActionGraph } from '../graph';
import { plainStepsFor as stepsFor, type RefitAction } from '../refit';

/** Refit steps with what must come before what, by position in `steps`. */
export interface RefitGraph {
  steps: RefitAction[];
  before: Set<number>[];
  /** First and last step that put back each done node. */
  first: Map<number, number>;
  last: Map<number, number>;
}

/**
 * The inverse of what was done: inverse steps with inverse edges. An edge is turned round only where the removal really
 * went that way, so the result has no loops whatever was skipped. `done` is in the order things were done; `back` is work that is done on the way back.
 */
export function invert(graph: ActionGraph, done: number[], back: number[] = []): RefitGraph {
  const refit: RefitGraph = { steps: [], before: [], first: new Map(), last: new Map() };
  for (const id of done) {
    const steps = stepsFor(graph, graph.nodes[id].action!);
    steps.forEach((step, i) => {
      refit.before.push(new Set(i > 0 ? [refit.steps.length - 1] : []));
      refit.steps.push(step);
    });
    if (steps.length === 0) continue;
    refit.first.set(id, refit.steps.length - steps.length);
    refit.last.set(id, refit.steps.length - 1);
  }
  addMissingSeats(graph, refit, done);
  turnEdges(graph, refit, done);
  addBackWork(graph, refit, done, back);
  offBeforeSeat(graph, refit);
  startAllThenTighten(graph, refit);
  return refit;
}

/** A part recorded as off without having been freed still has to be seated. */
function addMissingSeats(graph: ActionGraph, refit: RefitGraph, done: number[]): void {
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

function turnEdges(graph: ActionGraph, refit: RefitGraph, done: number[]): void {
  const orderOf = new Map(done.map((id, order) => [id, order]));
  const followsRule = new Map<number, number[]>();
  for (const { first, then } of graph.orderEdges) append(followsRule, then, first);
  for (const id of done) {
    if (!refit.last.has(id)) continue;
    for (const needed of doneBefore(graph, followsRule, orderOf, (one) => refit.first.has(one), id)) {
      const target = refit.first.get(needed);
      if (target !== undefined && orderOf.get(needed)! < orderOf.get(id)!)
        refit.before[target].add(refit.last.get(id)!);
    }
  }
}

/** Work of the way back is done while what it needs is still open. */
function addBackWork(graph: ActionGraph, refit: RefitGraph, done: number[], back: number[]): void {
  const orderOf = new Map(done.map((id, order) => [id, order]));
  for (const id of back) {
    const at = refit.steps.length;
    refit.steps.push({ ...backWork, ...pick(graph.nodes[id].action!) });
    refit.before.push(new Set());
    for (const needed of doneBefore(graph, new Map(), orderOf, (one) => refit.first.has(one), id))
      refit.before[refit.first.get(needed)!].add(at);
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

/** What must be off while a part is seated comes back only after that. */
function offBeforeSeat(graph: ActionGraph, refit: RefitGraph): void {
  const places = new Map(refit.steps.map(({ type, procedure, item }, at) => [`${type} ${procedure}/${item}`, at]));
  refit.steps.forEach(({ type, procedure, item }, seat) => {
    if (type !== 'seat') return;
    for (const other of graph.indexes.get(procedure!)!.parts.get(item)?.offToSeat ?? []) {
      const place = places.get(`place ${procedure}/${other}`);
      if (place !== undefined && !reaches(refit, place, seat)) refit.before[place].add(seat);
    }
  });
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
function startAllThenTighten(graph: ActionGraph, refit: RefitGraph): void {
  const turnedOf = new Map<string, { start: number; tighten: number }[]>();
  refit.steps.forEach((step, start) => {
    if (step.type !== 'start') return;
    const fastener = graph.indexes.get(step.procedure!)!.fasteners.get(step.item)!;
    if (fastenerKindOf(graph.catalogue, fastener).release !== 'turned') return;
    for (const part of new Set(heldParts(fastener))) {
      append(turnedOf, itemKey({ procedure: step.procedure, item: part }), { start, tighten: start + 1 });
    }
  });
  for (const group of turnedOf.values()) {
    for (const a of group)
      for (const b of group) {
        if (a !== b && !reaches(refit, b.tighten, a.start)) refit.before[b.tighten].add(a.start);
      }
  }
}

/** True where `from` comes before `to` by some chain. Linear in edges. */
export function reaches(refit: RefitGraph, from: number, to: number): boolean {
  const seen = new Set([to]);
  for (const at of seen)
    for (const before of refit.before[at]) {
      if (before === from) return true;
      seen.add(before);
    }
  return false;
}

/** Position of a step by key, or null. */
export const stepAt = (refit: RefitGraph, key: string): number | null => {
  const at = refit.steps.findIndex((step) => step.key === key);
  return at < 0 ? null : at;
};
