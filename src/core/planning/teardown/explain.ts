import type { ItemRef } from '../../document';
import { type ActionGraph, nodeIdOf, NEVER, OutOfTime, type ShouldStop } from '../graph';
import { leastTeardown, type LeastTeardown } from './least-teardown';
import { chainFrom, reasonChains } from './why';

/** A plan by one way in to an item: the nodes of that way, and what all of it takes. */
export interface WayCost {
  /** Nodes of the way. */
  way: number[];
  actions: number;
  seconds: number;
}

/** Which way in was taken for an item that has several, and what the next best would have cost. */
export interface RouteChoice extends WayCost {
  /** The node "this item can be got at". */
  of: number;
  /** Index of the way among the item's ways. */
  index: number;
  /** The cheapest plan that takes another way; null where no other can be carried out. */
  instead: WayCost | null;
}

/** Why a part that is not touched stays where it is. */
export type StayReason =
  | { reason: 'absent' }
  | { reason: 'carried'; by: string }
  | { reason: 'other-way'; route: RouteChoice }
  | { reason: 'not-needed' };

/** A part that is not touched, and why. */
export type StayingPart = ItemRef & StayReason;

/** Ways compared at most; the rest are named without a comparison, so that the time stays bounded. */
const MAX_COMPARED = 24;

/** The route taken for every chosen item with alternatives, each compared with the best plan that takes another way. */
export function routeChoices(
  graph: ActionGraph,
  least: LeastTeardown,
  goals: number[],
  banned: ReadonlySet<number>,
  shouldStop: ShouldStop = NEVER,
): RouteChoice[] {
  const here = { actions: countActions(graph, least.chosen), seconds: least.costMs / 1000 };
  return [...least.taken]
    .filter(([id]) => graph.nodes[id].ref.type === 'reach')
    .sort((a, b) => (graph.nodes[a[0]].key < graph.nodes[b[0]].key ? -1 : 1))
    .map(([id, way], at): RouteChoice => {
      const ways = graph.nodes[id].anyOf!;
      const instead =
        at < MAX_COMPARED
          ? nextBest(
              graph,
              id,
              ways.filter((_, other) => other !== way),
              goals,
              banned,
              shouldStop,
            )
          : null;
      return { of: id, index: way, way: ways[way], ...here, instead };
    });
}

/** The best plan by another way; where time runs out there is no comparison, rather than a wrong one. */
function nextBest(
  graph: ActionGraph,
  id: number,
  others: number[][],
  goals: number[],
  banned: ReadonlySet<number>,
  shouldStop: ShouldStop,
): WayCost | null {
  let best: WayCost | null = null;
  for (const other of others) {
    const nodes = [...graph.nodes];
    nodes[id] = { ...nodes[id], anyOf: [other] };
    const plan = unlessStopped(() => leastTeardown({ ...graph, nodes }, goals, banned, shouldStop));
    if (!plan) return null;
    if ('stuck' in plan || (best && plan.costMs / 1000 >= best.seconds)) continue;
    best = {
      way: other,
      actions: countActions(graph, plan.chosen),
      seconds: plan.costMs / 1000,
    };
  }
  return best;
}

function unlessStopped<T>(work: () => T): T | null {
  try {
    return work();
  } catch (error) {
    if (error instanceof OutOfTime) return null;
    throw error;
  }
}

const countActions = (graph: ActionGraph, chosen: ReadonlySet<number>) =>
  [...chosen].filter((id) => graph.nodes[id].action).length;

/** Why each part of the documents that the plan does not touch stays where it is. */
export function staying(graph: ActionGraph, least: LeastTeardown, routes: RouteChoice[]): StayingPart[] {
  const isTouched = (ref: ItemRef) =>
    (['free', 'takeOff'] as const).some((type) => least.chosen.has(nodeIdOf(graph, { type, ...ref }) ?? -1));
  const refs = [...graph.documents.values()].flatMap(({ id, parts }) =>
    parts.map((part): ItemRef => ({ procedure: id, item: part.id })),
  );
  return refs.filter((ref) => !isTouched(ref)).map((ref) => ({ ...ref, ...stayReason(graph, ref, isTouched, routes) }));
}

function stayReason(
  graph: ActionGraph,
  { procedure, item }: ItemRef,
  isTouched: (ref: ItemRef) => boolean,
  routes: RouteChoice[],
): StayReason {
  if (graph.presence.get(procedure)!.of.get(item) === 'absent') return { reason: 'absent' };
  const { parts } = graph.indexes.get(procedure)!;
  for (let at = parts.get(item)?.on, steps = 0; at && steps < 20; at = parts.get(at)?.on, steps += 1)
    if (isTouched({ procedure, item: at })) return { reason: 'carried', by: at };
  const isThere = (id: number) => graph.nodes[id].ref.procedure === procedure && graph.nodes[id].ref.item === item;
  const route = routes.find(({ instead }) => instead?.way.some(isThere));
  return route ? { reason: 'other-way', route } : { reason: 'not-needed' };
}

/** Something to be kept that a goal needs gone: the goal's text, and the chain of nodes from it to what is wanted. */
export interface KeepConflict {
  goal: string;
  chain: number[];
}

/** The conflict of goals with what is to be kept: for each kept item that stands in the way, the chain from it to a goal. */
export function keepConflicts(
  graph: ActionGraph,
  goals: ReadonlyMap<number, string>,
  banned: ReadonlyMap<number, string>,
  shouldStop: ShouldStop = NEVER,
): KeepConflict[] {
  const free = leastTeardown(graph, [...goals.keys()], new Set(), shouldStop);
  if ('stuck' in free) return [];
  const chains = reasonChains(graph, free, goals.keys());
  const seen = new Set<string>();
  return [...banned]
    .filter(([id]) => free.chosen.has(id))
    .flatMap(([id, goal]) => {
      if (seen.has(goal)) return [];
      seen.add(goal);
      return [{ goal, chain: chainFrom(chains, id) }];
    });
}
