import { stepKey, type ActionGraph } from '../graph';
import type { RefitAction } from '../refit';
import {
  carrierOf,
  Grouping,
  type Grouped,
  isSrs,
  joinAlike,
  joinAll,
  ownOf,
  partOfItem,
  type RefitStepKind,
  type StepOrder,
  stepsOf,
} from '../steps';

/**
 * The steps that a hand makes of the way back: a part is offered up and what ties it is joined while it is held; it is seated with its own clips, hooks and tabs
 * in one go (brought back in it too where nothing is joined); all its turned fasteners are started, then tightened with one tool at a time.
 */
export function refitSteps(graph: ActionGraph, actions: RefitAction[], before: number[][], rank: number[]): StepOrder {
  const grouping = new Grouping(before);
  const ofPart = (action: RefitAction) => `${action.procedure}/${partOfItem(graph, action.procedure, action.item)}`;
  const ofCarrier = ({ procedure, item }: RefitAction) =>
    `${procedure}/${carrierOf(graph, procedure, partOfItem(graph, procedure, item))}`;
  const positions = new Map(actions.map(({ key }, at) => [key, at]));
  actions.forEach((place, at) => {
    if (place.type !== 'place') return;
    const seat = positions.get(stepKey({ ...place, type: 'seat' }));
    const held = actions.flatMap((join, n) =>
      join.type === 'join' &&
      !isSrs(graph, join) &&
      ofCarrier(join) === ofCarrier(place) &&
      seat !== undefined &&
      before[seat].includes(n)
        ? [n]
        : [],
    );
    joinAll(grouping, at, held, rank);
    if (held.length === 0 && seat !== undefined) grouping.join(at, seat);
  });
  actions.forEach((seat, at) => {
    if (seat.type === 'seat' || seat.type === 'seal') joinAll(grouping, at, ownOf(graph, actions, 'fit', seat), rank);
  });
  joinAlike(grouping, actions, (action) => {
    if (action.type === 'seal') return `seal ${ofPart(action)}`;
    if (action.type === 'tighten') return `tighten ${ofPart(action)}|${action.tool}`;
    const isAlike = action.type === 'start' || (action.type === 'join' && !isSrs(graph, action));
    return isAlike ? `${action.type} ${ofPart(action)}` : null;
  });
  return stepsOf(grouping, actions, rank, (group) => describe(graph, group));
}

const KIND_OF: Record<RefitAction['type'], RefitStepKind> = {
  place: 'offer',
  join: 'join',
  seat: 'seat',
  start: 'start',
  tighten: 'tighten',
  fit: 'fit',
  gate: 'gate',
  batteryOn: 'power',
  seal: 'seat',
  restore: 'work',
  work: 'work',
  dry: 'work',
};

function describe(graph: ActionGraph, group: RefitAction[]): Grouped {
  const lead =
    group.find(({ type }) => type === 'seat' || type === 'seal') ??
    group.find(({ type }) => type === 'place') ??
    group[0];
  const tool = group.find(({ tool }) => tool !== 'hand')?.tool ?? 'hand';
  return { kind: KIND_OF[lead.type], lead, part: partOfItem(graph, lead.procedure, lead.item), tool };
}
