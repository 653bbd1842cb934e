import { fastenerKindOf } from '../hardware';
import { heldParts } from '../procedure';
import type { ActionGraph } from '../graph';
import type { RefitAction } from '../refit';
import { Grouping } from './grouping';
import { carrierOf, joinAll, partOfItem, stepsOf, type Grouped } from './make-steps';
import type { RefitStepKind, StepOrder } from './step';

/**
 * The steps that a hand makes of the way back: a part is offered up and what ties it is joined while it is held; it is seated with its own clips, hooks and tabs
 * in one go (brought back in it too where nothing is joined); all its turned fasteners are started, then tightened with one tool at a time.
 */
export function refitSteps(graph: ActionGraph, actions: RefitAction[], before: number[][], rank: number[]): StepOrder {
  const grouping = new Grouping(before);
  const ofPart = (action: RefitAction) => `${action.procedure}/${partOfItem(graph, action.procedure, action.item)}`;
  const ofCarrier = ({ procedure, item }: RefitAction) =>
    `${procedure}/${carrierOf(graph, procedure, partOfItem(graph, procedure, item))}`;
  const find = (type: string, like: RefitAction) =>
    actions.findIndex((one) => one.type === type && one.procedure === like.procedure && one.item === like.item);
  actions.forEach((place, at) => {
    if (place.type !== 'place') return;
    const seat = find('seat', place);
    const held = actions.flatMap((join, n) =>
      join.type === 'join' && !isSrs(graph, join) && ofCarrier(join) === ofCarrier(place) && before[seat]?.includes(n)
        ? [n]
        : [],
    );
    joinAll(grouping, at, held, rank);
    if (held.length === 0 && seat >= 0) grouping.join(at, seat);
  });
  actions.forEach((seat, at) => {
    if (seat.type === 'seat') joinAll(grouping, at, ownPressed(graph, actions, seat), rank);
  });
  joinAlike(grouping, actions, ({ type }, action) =>
    type === 'start'
      ? ofPart(action)
      : type === 'tighten'
        ? `${ofPart(action)}|${action.tool}`
        : type === 'join' && !isSrs(graph, action)
          ? ofPart(action)
          : null,
  );
  return stepsOf(grouping, actions, rank, (group) => describe(graph, group));
}

function joinAlike(
  grouping: Grouping,
  actions: RefitAction[],
  keyOf: (action: RefitAction, same: RefitAction) => string | null,
): void {
  const first = new Map<string, number[]>();
  actions.forEach((action, at) => {
    const key = keyOf(action, action);
    if (key === null) return;
    const groups = first.get(`${action.type}|${key}`) ?? [];
    first.set(`${action.type}|${key}`, groups);
    if (!groups.some((other) => grouping.join(other, at))) groups.push(at);
  });
}

/** Positions of the motion-released fasteners that hold this part alone. */
function ownPressed(graph: ActionGraph, actions: RefitAction[], seat: RefitAction): number[] {
  const index = graph.indexes.get(seat.procedure!)!;
  const absent = graph.presence.get(seat.procedure!)!.of;
  return actions.flatMap(({ type, procedure, item }, at) => {
    if (type !== 'fit' || procedure !== seat.procedure) return [];
    const fastener = index.fasteners.get(item)!;
    const held = [...new Set(heldParts(fastener))].filter((part) => absent.get(part) !== 'absent');
    const isOwn = held.length === 1 && held[0] === seat.item;
    return isOwn && fastenerKindOf(graph.catalogue, fastener).release === 'pulled' ? [at] : [];
  });
}

const isSrs = (graph: ActionGraph, { procedure, item }: RefitAction) =>
  graph.indexes.get(procedure!)!.links.get(item)?.safety === 'srs';

const KIND_OF: Record<RefitAction['type'], RefitStepKind> = {
  place: 'offer',
  join: 'join',
  seat: 'seat',
  start: 'start',
  tighten: 'tighten',
  fit: 'fit',
  gate: 'gate',
  batteryOn: 'power',
};

function describe(graph: ActionGraph, group: RefitAction[]): Grouped {
  const lead = group.find(({ type }) => type === 'seat') ?? group.find(({ type }) => type === 'place') ?? group[0];
  const tool = group.find(({ tool }) => tool !== 'hand')?.tool ?? 'hand';
  return { kind: KIND_OF[lead.type], lead, part: partOfItem(graph, lead.procedure, lead.item), tool };
}
