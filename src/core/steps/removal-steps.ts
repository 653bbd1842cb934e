import { fastenerKindOf } from '../hardware';
import { heldParts, type ItemIndex } from '../procedure';
import { releaseTool, type Action, type ActionGraph, type RemovalType } from '../graph';
import { Grouping } from './grouping';
import { carrierOf, joinAll, partOfItem, stepsOf, type Grouped } from './make-steps';
import type { RemovalStepKind, StepOrder } from './step';

/**
 * The steps that a hand makes of some removal actions: a pull takes a part's own clips, hooks and tabs along and lifts it away where nothing ties it; the
 * plugs of a part within reach together are one step, and so is lifting it away where that is all that was left. An SRS link stands alone.
 * @param actions with `before`, their direct precedence by position.
 */
export function removalSteps(graph: ActionGraph, actions: Action[], before: number[][], rank: number[]): StepOrder {
  const grouping = new Grouping(before);
  const positions = new Map(actions.map((action, at) => [action.key, at]));
  const at = (type: RemovalType, action: Action, item = action.item) =>
    positions.get(`${type}:${action.procedure}/${item}`);
  actions.forEach((action, free) => {
    if (action.type === 'free') joinAll(grouping, free, ownPulled(graph, actions, action), rank);
  });
  joinLinks(graph, grouping, actions, before);
  actions.forEach((action, takeOff) => {
    if (action.type !== 'takeOff') return;
    const links = before[takeOff].filter((need) => actions[need].type === 'undo');
    const free = at('free', action)!;
    if (links.length === 0 ? free !== undefined && grouping.join(free, takeOff) : false) return;
    links
      .filter((link) => !isSrs(graph, actions[link]) && carrier(graph, actions[link]) === action.item)
      .some((link) => grouping.join(link, takeOff));
  });
  const kindOf = (group: Action[]): RemovalStepKind =>
    group.some(({ type }) => type === 'undo')
      ? 'unplug'
      : group[0].procedure === null
        ? 'safe'
        : handKind(graph, group);
  return stepsOf(grouping, actions, rank, (group): Grouped => {
    const kind = kindOf(group);
    const lead = group.find(({ type }) => type === 'free') ?? group[0];
    return { kind, lead, part: partOf(graph, lead), tool: kind === 'pull' ? pullTool(graph, group, lead) : lead.tool };
  });
}

/** A group without a link: turned where its fasteners are, pulled otherwise. */
function handKind(graph: ActionGraph, [first, ...rest]: Action[]): RemovalStepKind {
  if (rest.length || first.type !== 'release') return 'pull';
  const fastener = indexOf(graph, first).fasteners.get(first.item)!;
  return fastenerKindOf(graph.catalogue, fastener).release === 'pulled' ? 'pull' : 'turn';
}

/** Positions of the motion-released fasteners that hold this part alone. */
function ownPulled(graph: ActionGraph, actions: Action[], free: Action): number[] {
  const index = indexOf(graph, free);
  return actions.flatMap(({ type, procedure, item }, at) => {
    if (type !== 'release' || procedure !== free.procedure) return [];
    const fastener = index.fasteners.get(item)!;
    const held = presentOnly(graph, free.procedure!, heldParts(fastener));
    const isOwn = held.length === 1 && held[0] === free.item;
    return isOwn && fastenerKindOf(graph.catalogue, fastener).release === 'pulled' ? [at] : [];
  });
}

const presentOnly = (graph: ActionGraph, procedure: string, parts: string[]) =>
  [...new Set(parts)].filter((part) => graph.presence.get(procedure)!.of.get(part) !== 'absent');

/** Links of one part that wait for the same things are undone together, except those of the airbag system. */
function joinLinks(graph: ActionGraph, grouping: Grouping, actions: Action[], before: number[][]): void {
  const first = new Map<string, number>();
  actions.forEach((action, at) => {
    if (action.type !== 'undo' || isSrs(graph, action)) return;
    const together = `${action.procedure}/${carrier(graph, action)}|${before[at].join()}`;
    const other = first.get(together);
    if (other === undefined) first.set(together, at);
    else grouping.join(other, at);
  });
}

/** The tool of a pull: the part's own, else that of its first fastener, else what the motion asks for. */
function pullTool(graph: ActionGraph, group: Action[], lead: Action): string {
  const index = indexOf(graph, lead);
  const own = index.parts.get(lead.item)?.tool;
  const first = group.find(({ type }) => type === 'release');
  return own ?? (first ? releaseTool(graph.catalogue, index.fasteners.get(first.item)!) : lead.tool);
}

const indexOf = (graph: ActionGraph, action: Action): ItemIndex => graph.indexes.get(action.procedure!)!;
const isSrs = (graph: ActionGraph, action: Action) => indexOf(graph, action).links.get(action.item)?.safety === 'srs';
const carrier = (graph: ActionGraph, action: Action) => carrierOf(graph, action.procedure, partOf(graph, action));
const partOf = (graph: ActionGraph, action: Action) => partOfItem(graph, action.procedure, action.item);
