import { countOf, itemWords, type Work } from '../../document';
import { type ActionGraph, chainFrom } from '../../planning';
import { say, withArticle, type Sentence } from '../../trade';
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

/** Why something is done: in full, and without its subject beside a title that names it: "covers the T20 screws". */
export interface Reason {
  text: Sentence;
  short: Sentence;
}

const reason = (subject: string, predicate: string, short = predicate): Reason => ({
  text: say(`${subject} ${predicate}`),
  short: say(short),
});

/** One reason: why `from` is needed for `to`. Null where the hop says nothing new. */
function hopReason(graph: ActionGraph, from: number, to: number): Reason | null {
  const [a, b] = [nodeWords(graph, from), nodeWords(graph, to)];
  const isOne = !isSeveral(graph, from);
  const s = isOne ? 's' : '';
  switch (`${graph.nodes[from].ref.type}>${graph.nodes[to].ref.type}`) {
    case 'peeled>reach':
    case 'free>reach':
    case 'takeOff>reach':
      return makesRoom(graph, from, to) ? reason(a, 'makes room for the new one') : reason(a, `cover${s} ${b}`);
    case 'work>reach':
      return reason(a, `must be done before ${b} can be reached`);
    case 'release>free':
      return reason(a, `hold${s} ${b}`);
    case 'undo>takeOff':
      return reason(a, `still tie${s} ${b}`);
    case 'release>release':
      return reason(b, `let go only when ${a} ${isOne ? 'is' : 'are'} out`);
    case 'release>reach':
    case 'undo>reach':
      return reason(b, `cannot be reached before ${a}`);
    case 'free>undo':
      return reason(b, `can be reached once ${a} swings free`);
    case 'takeOff>takeOff':
      return isLoose(graph, from) ? reason(a, `lies loose once ${b} is off`) : reason(b, `lies loose once ${a} is off`);
    case 'takeOff>free':
      return isOffToSeat(graph, from, to)
        ? reason(a, `must be off to get ${b} back in`)
        : reason(b, `lies loose under ${a}`);
    case 'wait>free':
      return reason(
        'an airbag lead',
        `hangs on ${b}: battery off and the vehicle maker's wait come first`,
        'for an airbag lead',
      );
    case 'wait>undo':
      return reason(
        b,
        `is part of the airbag system: battery off and the vehicle maker's wait come first`,
        'for an airbag plug',
      );
    default:
      return null;
  }
}

/** The piece of work that a node is, or the way to one; undefined where it is about something else. */
function workOf(graph: ActionGraph, id: number): Work | undefined {
  const { procedure, item } = graph.nodes[id].ref;
  return graph.indexes.get(procedure ?? '')?.works.get(item);
}

/** Whether the work that is reached by taking a part off puts a new one in its place. */
const makesRoom = (graph: ActionGraph, from: number, to: number): boolean =>
  workOf(graph, to)?.replaces === graph.nodes[from].ref.item &&
  graph.nodes[to].ref.procedure === graph.nodes[from].ref.procedure;

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

function goalReason(graph: ActionGraph, id: number): Reason {
  const { type } = graph.nodes[id].ref;
  if (type === 'batteryOff')
    return reason('the shop', 'always takes the battery off', 'the shop always takes the battery off');
  const into = type === 'work' ? (newPartOf(graph, id) ?? kitOf(graph, id)) : null;
  const name = nodeWords(graph, id);
  if (into && workOf(graph, id)?.replaces)
    return reason(`the ${into}`, 'goes in its place', `the ${into} goes in its place`);
  return into ? reason(name, `is needed for the ${into}`) : reason(name, `is wanted ${WANTED[type] ?? 'done'}`);
}

/** The kit that a piece of work belongs to, in words: "power cable run"; null where it is by itself. */
const kitOf = (graph: ActionGraph, id: number): string | null => workOf(graph, id)?.for?.replace(/-/g, ' ') ?? null;

/** What new part a piece of work belongs to: the one of its kit that takes another's place, by its name; null where there is none. */
function newPartOf(graph: ActionGraph, id: number): string | null {
  const index = graph.indexes.get(graph.nodes[id].ref.procedure!)!;
  const kit = workOf(graph, id)?.for;
  const into = kit && [...index.works.values()].find((one) => one.for === kit && one.replaces);
  return into ? (into.takesOver?.name ?? itemWords(index, into.id, graph.catalogue)) : null;
}

/** The chain of reasons from one chosen node to its goal, in trade words; ends with what is wanted. */
export function reasonsFor(
  graph: ActionGraph,
  next: ReadonlyMap<number, number>,
  start: number,
  isGoal: (id: number) => boolean,
): Reason[] {
  const chain = chainFrom(next, start);
  const hops = chain.slice(1).flatMap((to, at) => hopReason(graph, chain[at], to) ?? []);
  const last = chain[chain.length - 1];
  return [...hops, ...(isGoal(last) ? [goalReason(graph, last)] : [])];
}
