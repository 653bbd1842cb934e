import { fastenerKindOf } from '../../trade';
import { heldParts, type ItemIndex } from '../../document';
import { releaseTool, stepKey, type Action, type ActionGraph } from '../graph';
import { alikeKey } from './alike';
import { Grouping } from './grouping';
import { carrierOf, isSrs, joinAlike, joinAll, ownOf, partOfItem, stepsOf, type Grouped } from './make-steps';
import type { HandStep, RemovalStepKind, StepOrder } from './step';

/**
 * The steps that a hand makes of some removal actions: a pull takes a part's own clips, hooks and tabs along and lifts it away where nothing ties it; the
 * plugs of a part within reach together are one step, and so is lifting it away where that is all that was left. An SRS link stands alone.
 * @param actions with `before`, their direct precedence by position.
 */
export function removalSteps(graph: ActionGraph, actions: Action[], before: number[][], rank: number[]): StepOrder {
  const grouping = new Grouping(before);
  const positions = new Map(actions.map(({ key }, at) => [key, at]));
  actions.forEach((action, free) => {
    if (action.type === 'free' || action.type === 'peel')
      joinAll(grouping, free, ownOf(graph, actions, 'release', action), rank);
  });
  // The same screws of the same parts, reached by the same way, are one step.
  joinAlike(grouping, actions, (action, at) => {
    const fastener = action.type === 'release' ? indexOf(graph, action).fasteners.get(action.item)! : null;
    if (!fastener || fastenerKindOf(graph.catalogue, fastener).release === 'pulled') return null;
    const parts = [...heldParts(fastener)].sort().join('+');
    return [
      action.procedure,
      parts,
      action.tool,
      alikeKey(graph.catalogue, fastener),
      fastener.release,
      before[at].join(),
    ].join('|');
  });
  // Areas of one part are peeled back in one pull.
  joinAlike(grouping, actions, (action) => (action.type === 'peel' ? `${action.procedure}/${action.item}` : null));
  // Links of one part that wait for the same things are undone together, except those of the airbag system.
  joinAlike(grouping, actions, (action, at) =>
    action.type === 'undo' && !isSrs(graph, action)
      ? `${action.procedure}/${carrier(graph, action)}|${before[at].join()}`
      : null,
  );
  actions.forEach((action, takeOff) => {
    if (action.type !== 'takeOff') return;
    const links = before[takeOff].filter((need) => actions[need].type === 'undo');
    const free = positions.get(stepKey({ ...action, type: 'free' }));
    if (links.length === 0 && free !== undefined) grouping.join(free, takeOff);
    links
      .filter((link) => !isSrs(graph, actions[link]) && carrier(graph, actions[link]) === action.item)
      .some((link) => grouping.join(link, takeOff));
  });
  const kindOf = (group: Action[]): RemovalStepKind =>
    group.some(({ type }) => type === 'undo')
      ? 'unplug'
      : group[0].procedure === null
        ? 'safe'
        : group[0].type === 'work'
          ? 'work'
          : handKind(graph, group);
  return stepsOf(grouping, actions, rank, (group): Grouped => {
    const kind = kindOf(group);
    const lead = group.find(({ type }) => type === 'free' || type === 'peel') ?? group[0];
    return { kind, lead, part: partOf(graph, lead), tool: kind === 'pull' ? pullTool(graph, group, lead) : lead.tool };
  });
}

/** A group without a link: turned where its fasteners are, pulled otherwise. */
function handKind(graph: ActionGraph, group: Action[]): RemovalStepKind {
  const isTurned = (action: Action) =>
    action.type === 'release' &&
    fastenerKindOf(graph.catalogue, indexOf(graph, action).fasteners.get(action.item)!).release !== 'pulled';
  return group.every(isTurned) ? 'turn' : 'pull';
}

/** The tool of a pull: the part's own, else that of its first fastener, else what the motion asks for. */
function pullTool(graph: ActionGraph, group: Action[], lead: Action): string {
  const index = indexOf(graph, lead);
  const own = index.parts.get(lead.item)?.tool;
  const first = group.find(({ type }) => type === 'release');
  return own ?? (first ? releaseTool(graph.catalogue, index.fasteners.get(first.item)!) : lead.tool);
}

const indexOf = (graph: ActionGraph, action: Action): ItemIndex => graph.indexes.get(action.procedure!)!;
const carrier = (graph: ActionGraph, action: Action) => carrierOf(graph, action.procedure, partOf(graph, action));
const partOf = (graph: ActionGraph, action: Action) => partOfItem(graph, action.procedure, action.item);

/** The step that one removal action makes by itself: what nobody planned is done alone. */
export const handStepOf = (graph: ActionGraph, action: Action): HandStep =>
  removalSteps(graph, [action], [[]], [0]).steps[0];
