import { itemWords } from '../procedure';
import type { ActionGraph } from '../graph';
import type { LeastTeardown } from './least-teardown';

/**
 * For every chosen node, the next node on a shortest chain of reasons to a goal; goals map to themselves.
 * Breadth first from the goals against the needs; ties fall to the smaller key. Linear in edges.
 */
export function reasonChains(graph: ActionGraph, plan: LeastTeardown, goals: Iterable<number>): Map<number, number> {
  const next = new Map<number, number>();
  const queue = [...goals].sort((a, b) => (graph.nodes[a].key < graph.nodes[b].key ? -1 : 1));
  for (const goal of queue) next.set(goal, goal);
  for (let head = 0; head < queue.length; head += 1) {
    const id = queue[head];
    const node = graph.nodes[id];
    const way = plan.taken.get(id);
    const needs = [...node.needs, ...(node.anyOf && way !== undefined ? node.anyOf[way] : []), ...node.pulls];
    for (const need of needs.sort((a, b) => (graph.nodes[a].key < graph.nodes[b].key ? -1 : 1))) {
      if (next.has(need) || !plan.chosen.has(need)) continue;
      next.set(need, id);
      queue.push(need);
    }
  }
  return next;
}

const nameOf = (graph: ActionGraph, id: number): string => {
  const [procedure, item] = splitKey(graph.nodes[id].key);
  const index = graph.indexes.get(procedure);
  return index ? itemWords(index, item, graph.catalogue) : 'the battery';
};

/** Splits "free:door/card" into procedure and item; both empty for work on the vehicle. */
export function splitKey(key: string): [string, string] {
  const match = /^[a-zA-Z]+:([^/]+)\/(.+)$/.exec(key);
  return match ? [match[1], match[2]] : ['', ''];
}

const typeOf = (graph: ActionGraph, id: number) => graph.nodes[id].key.split(':')[0];
const the = (words: string) => (/^(the|its?) /.test(words) ? words : `the ${words}`);

/** One reason: why `from` is needed for `to`. Empty where the hop says nothing new. */
function hopWords(graph: ActionGraph, from: number, to: number): string {
  const [a, b] = [the(nameOf(graph, from)), the(nameOf(graph, to))];
  const kinds = `${typeOf(graph, from)}>${typeOf(graph, to)}`;
  switch (kinds) {
    case 'release>free':
      return `${holds(graph, from)} ${b}`;
    case 'undo>takeOff':
      return `${ties(graph, from)} ${b}`;
    case 'release>release':
      return `${b} let go only when ${a} ${isPlural(graph, from) ? 'are' : 'is'} out`;
    case 'free>reach':
    case 'takeOff>reach':
      return `${a} covers ${b}`;
    case 'release>reach':
    case 'undo>reach':
      return `${b} cannot be reached before ${a}`;
    case 'free>undo':
      return `${b} is reached once ${a} swings free`;
    case 'takeOff>takeOff':
      return `${b} lies loose once ${a} is off`;
    case 'takeOff>free':
      return `${b} lies loose under ${a}`;
    case 'batteryOff>wait':
    case 'check>batteryOff':
      return '';
    case 'wait>undo':
      return `${b} belongs to the airbags: battery off and the vehicle maker's wait come first`;
    default:
      return '';
  }
}

const isPlural = (graph: ActionGraph, id: number) => / \D*s$/.test(` ${nameOf(graph, id)}`);
const holds = (graph: ActionGraph, id: number) => `${the(nameOf(graph, id))} ${isPlural(graph, id) ? 'hold' : 'holds'}`;
const ties = (graph: ActionGraph, id: number) =>
  `${the(nameOf(graph, id))} still ${isPlural(graph, id) ? 'tie' : 'ties'}`;

/** The chain of reasons from one chosen node to its goal, in trade words; ends with what is wanted. */
export function whyChain(
  graph: ActionGraph,
  next: ReadonlyMap<number, number>,
  start: number,
  goalTexts: ReadonlyMap<number, string>,
): string[] {
  const chain: string[] = [];
  let at = start;
  while (next.has(at) && next.get(at) !== at) {
    const to = next.get(at)!;
    const words = hopWords(graph, at, to);
    if (words) chain.push(words);
    at = to;
  }
  if (goalTexts.has(at)) chain.push(goalWords(graph, at));
  return chain;
}

function goalWords(graph: ActionGraph, id: number): string {
  const name = the(nameOf(graph, id));
  const wanted: Record<string, string> = {
    takeOff: 'out',
    free: 'free',
    release: 'released',
    undo: 'undone',
    reach: 'within reach',
    batteryOff: 'off',
  };
  if (typeOf(graph, id) === 'batteryOff') return 'the shop always takes the battery off';
  return `${name} is wanted ${wanted[typeOf(graph, id)]}`;
}
