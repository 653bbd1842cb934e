import { countOf, itemWords } from '../../document';
import { type ActionGraph, chainFrom } from '../../planning';
import { withArticle } from '../../trade';
import { regionsWords } from './refit';

/** What a node is about, in running text with its article. */
export function nodeWords(graph: ActionGraph, id: number): string {
  const { procedure, item, region } = graph.nodes[id].ref;
  if (procedure === null) return 'the battery';
  const own = itemWords(graph.indexes.get(procedure)!, item, graph.catalogue);
  const words = region ? `${regionsWords([region])} of ${withArticle(own)}` : own;
  return withArticle(words);
}

/** True where a node is about several pieces. */
function isSeveral(graph: ActionGraph, id: number): boolean {
  const { procedure, item } = graph.nodes[id].ref;
  const index = graph.indexes.get(procedure ?? '');
  return countOf(index?.fasteners.get(item) ?? index?.links.get(item) ?? {}) > 1;
}

/** One reason: why `from` is needed for `to`. Empty where the hop says nothing new. */
function hopWords(graph: ActionGraph, from: number, to: number): string {
  const [a, b] = [nodeWords(graph, from), nodeWords(graph, to)];
  const s = isSeveral(graph, from) ? '' : 's';
  switch (`${graph.nodes[from].ref.type}>${graph.nodes[to].ref.type}`) {
    case 'peeled>reach':
      return `${a} cover${s} ${b}`;
    case 'work>reach':
      return `${a} must be done before ${b} can be reached`;
    case 'release>free':
      return `${a} hold${s} ${b}`;
    case 'undo>takeOff':
      return `${a} still tie${s} ${b}`;
    case 'release>release':
      return `${b} let go only when ${a} ${s ? 'is' : 'are'} out`;
    case 'free>reach':
    case 'takeOff>reach':
      return `${a} cover${s} ${b}`;
    case 'release>reach':
    case 'undo>reach':
      return `${b} cannot be reached before ${a}`;
    case 'free>undo':
      return `${b} can be reached once ${a} swings free`;
    case 'takeOff>takeOff':
      return isLoose(graph, from) ? `${a} lies loose once ${b} is off` : `${b} lies loose once ${a} is off`;
    case 'takeOff>free':
      if (isOffToSeat(graph, from, to)) return `${a} must be off to get ${b} back in`;
      return `${b} lies loose under ${a}`;
    case 'wait>free':
      return `an airbag lead hangs on ${b}: battery off and the vehicle maker's wait come first`;
    case 'wait>undo':
      return `${b} is part of the airbag system: battery off and the vehicle maker's wait come first`;
    default:
      return '';
  }
}

/** Whether a part lies loose once another is off. */
function isLoose(graph: ActionGraph, id: number): boolean {
  const { procedure, item } = graph.nodes[id].ref;
  return graph.indexes.get(procedure!)!.parts.get(item)?.looseWith !== undefined;
}

/** Whether a part is off only so that another can be seated again. */
function isOffToSeat(graph: ActionGraph, off: number, free: number): boolean {
  const { procedure, item } = graph.nodes[free].ref;
  return !!graph.indexes.get(procedure!)!.parts.get(item)?.offToSeat?.includes(graph.nodes[off].ref.item);
}

const WANTED: Record<string, string> = {
  peeled: 'peeled back',
  work: 'done',
  takeOff: 'out',
  free: 'free',
  release: 'released',
  undo: 'undone',
  reach: 'within reach',
};

function goalWords(graph: ActionGraph, id: number): string {
  const { type } = graph.nodes[id].ref;
  if (type === 'batteryOff') return 'the shop always takes the battery off';
  const into = type === 'work' ? newPartOf(graph, id) : null;
  if (into) return `${nodeWords(graph, id)} belongs to what goes in: ${into}`;
  return `${nodeWords(graph, id)} is wanted ${WANTED[type] ?? 'done'}`;
}

/** What new part a piece of work belongs to: the one of its kit that takes another's place, by its name; null where there is none. */
function newPartOf(graph: ActionGraph, id: number): string | null {
  const { procedure, item } = graph.nodes[id].ref;
  const index = graph.indexes.get(procedure!)!;
  const kit = index.works.get(item)?.for;
  const into = kit && [...index.works.values()].find((one) => one.for === kit && one.replaces);
  return into ? itemWords(index, into.id, graph.catalogue) : null;
}

/** The chain of reasons from one chosen node to its goal, in trade words; ends with what is wanted. */
export function whyWords(
  graph: ActionGraph,
  next: ReadonlyMap<number, number>,
  start: number,
  isGoal: (id: number) => boolean,
): string[] {
  const chain = chainFrom(next, start);
  const hops = chain.slice(1).map((to, at) => hopWords(graph, chain[at], to));
  const last = chain[chain.length - 1];
  return [...hops.filter(Boolean), ...(isGoal(last) ? [goalWords(graph, last)] : [])];
}
