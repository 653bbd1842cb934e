import { itemWords } from '../procedure';
import { capital } from '../text';
import { type ActionGraph, NEVER, OutOfTime, type ShouldStop } from '../graph';
import { leastTeardown, type LeastTeardown } from './least-teardown';
import { reasonChains, splitKey, whyChain } from './why';

/** Which way in was taken for an item that has several, and what the next best way would have cost. Times in seconds. */
export interface RouteTaken {
  of: string;
  taken: string[];
  actions: number;
  seconds: number;
  /** The cheapest plan that takes another way; null where no other can be carried out. */
  instead: { taken: string[]; actions: number; seconds: number } | null;
  words: string;
}

/** A part that is not touched, and why. */
export interface Staying {
  procedure: string;
  item: string;
  why: string;
}

/** Ways compared at most; the rest are named without a comparison, so that the time stays bounded. */
const MAX_COMPARED = 24;

/** The route taken for every chosen item with alternatives, each compared with the best plan that takes another way. */
export function routesTaken(
  graph: ActionGraph,
  least: LeastTeardown,
  goals: number[],
  banned: ReadonlySet<number>,
  shouldStop: ShouldStop = NEVER,
): RouteTaken[] {
  const here = { actions: countActions(graph, least.chosen), seconds: least.costMs / 1000 };
  return [...least.taken]
    .sort((a, b) => (graph.nodes[a[0]].key < graph.nodes[b[0]].key ? -1 : 1))
    .map(([id, way], at): RouteTaken => {
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
      const taken = ways[way].map((need) => graph.nodes[need].key);
      const words = `${capital(throughWords(graph, ways[way]))}: ${counted(here.actions)}${instead ? ` instead of ${instead.actions}` : ''}.`;
      return { of: graph.nodes[id].key.replace('reach:', ''), taken, ...here, instead, words };
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
): RouteTaken['instead'] {
  let best: RouteTaken['instead'] = null;
  for (const other of others) {
    const nodes = [...graph.nodes];
    nodes[id] = { ...nodes[id], anyOf: [other] };
    const plan = unlessStopped(() => leastTeardown({ ...graph, nodes }, goals, banned, shouldStop));
    if (!plan) return null;
    if ('stuck' in plan || (best && plan.costMs / 1000 >= best.seconds)) continue;
    best = {
      taken: other.map((need) => graph.nodes[need].key),
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
const counted = (actions: number) => `${actions} ${actions === 1 ? 'action' : 'actions'}`;
const nameOf = (graph: ActionGraph, key: string): string => {
  const [procedure, item] = splitKey(key);
  const index = graph.indexes.get(procedure);
  return index ? itemWords(index, item, graph.catalogue) : key;
};
const throughWords = (graph: ActionGraph, way: number[]) =>
  way.length
    ? `by way of the ${[...new Set(way.map((need) => nameOf(graph, graph.nodes[need].key)))].join(' and the ')}`
    : 'straight in';

/** Why each part of the documents that the plan does not touch stays where it is. */
export function staying(graph: ActionGraph, least: LeastTeardown, routes: RouteTaken[]): Staying[] {
  const touched = (procedure: string, item: string) =>
    ['free', 'takeOff'].some((type) => least.chosen.has(graph.idOf.get(`${type}:${procedure}/${item}`) ?? -1));
  return [...graph.documents.values()].flatMap((document) =>
    document.parts
      .filter((part) => !touched(document.id, part.id))
      .map((part): Staying => {
        const name = capital(itemWords(graph.indexes.get(document.id)!, part.id, graph.catalogue));
        const at = { procedure: document.id, item: part.id };
        if (graph.presence.get(document.id)!.of.get(part.id) === 'absent')
          return { ...at, why: `${name}: not on this vehicle.` };
        const carrier = carrierOf(graph, document.id, part.on, touched);
        if (carrier) return { ...at, why: `${name} stays in the ${carrier} and comes off with it.` };
        const spared = routes.find((route) =>
          route.instead?.taken.some((key) => key.endsWith(`:${document.id}/${part.id}`)),
        );
        if (spared)
          return {
            ...at,
            why: `${name} stays: the other way takes ${counted(spared.actions)}, this one ${spared.instead!.actions}.`,
          };
        return { ...at, why: `${name} stays: nothing you asked for is behind it.` };
      }),
  );
}

function carrierOf(
  graph: ActionGraph,
  procedure: string,
  on: string | undefined,
  touched: (procedure: string, item: string) => boolean,
): string | null {
  const index = graph.indexes.get(procedure)!;
  for (let at = on, steps = 0; at && steps < 20; at = index.parts.get(at)?.on, steps += 1)
    if (touched(procedure, at)) return itemWords(index, at, graph.catalogue);
  return null;
}

/** The conflict of goals with what is to be kept: for each kept item that stands in the way, the chain of reasons from it to a goal. */
export function keepConflicts(
  graph: ActionGraph,
  goals: ReadonlyMap<number, string>,
  banned: ReadonlyMap<number, string>,
  shouldStop: ShouldStop = NEVER,
): { goal: string; item: string; chain: string[] }[] {
  const free = leastTeardown(graph, [...goals.keys()], new Set(), shouldStop);
  if ('stuck' in free) return [];
  const chains = reasonChains(graph, free, goals.keys());
  const seen = new Set<string>();
  return [...banned]
    .filter(([id]) => free.chosen.has(id))
    .flatMap(([id, goal]) => {
      if (seen.has(goal)) return [];
      seen.add(goal);
      return [{ goal, item: nameOf(graph, graph.nodes[id].key), chain: whyChain(graph, chains, id, goals) }];
    });
}
