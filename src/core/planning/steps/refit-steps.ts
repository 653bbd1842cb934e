import type { ActionGraph } from '../graph';
import type { RefitAction, RefitGraph } from '../refit';
import { alikeKey } from './alike';
import { Grouping } from './grouping';
import {
  carrierOf,
  type Grouped,
  handStepFrom,
  isSrs,
  joinAlike,
  joinAll,
  ownOf,
  partOfItem,
  stepsOf,
} from './make-steps';
import type { HandStep, RefitStepKind, StepOrder } from './step';

/**
 * The steps that a hand makes of the way back: a part is offered up and what ties it is joined while it is held; it is seated with its own clips, hooks and tabs
 * in one go (brought back in it too where nothing is joined); its turned fasteners are started, then tightened, all of a part together but those that could be taken for one another. What is done with a part in the hand is put in order as
 * one; power is put where it is needed once the order is known.
 */
export function refitSteps(
  graph: ActionGraph,
  { steps: all, before: waits, holds }: RefitGraph,
  rank: number[],
): StepOrder {
  const isStep = (at: number) => all[at].type !== 'batteryOn';
  const before = waits.map((set) => [...set].filter(isStep).sort((a, b) => a - b));
  const grouping = new Grouping(before);
  for (const [offer, ...rest] of holds) joinAll(grouping, offer, rest, rank);
  all.forEach((seat, at) => {
    if (seat.type === 'seat' || seat.type === 'seal') joinAll(grouping, at, ownOf(graph, all, 'fit', seat), rank);
  });
  const ofPart = (action: RefitAction) => `${action.procedure}/${partOfItem(graph, action.procedure, action.item)}`;
  const apart = keptApart(graph, all);
  joinAlike(grouping, all, (action, at) => {
    if (action.type === 'seal') return `seal ${ofPart(action)}`;
    if (action.type === 'start') return `start ${ofPart(action)}|${apart(action)}`;
    if (action.type === 'tighten') return `tighten ${ofPart(action)}|${action.tool}|${apart(action)}`;
    const isAlike = action.type === 'join' && !isSrs(graph, action) && !isHeld(holds, at);
    return isAlike ? `${action.type} ${ofPart(action)}` : null;
  });
  const order = withoutPower(stepsOf(grouping, all, rank, (group) => describe(graph, group)));
  const byKey = new Map(all.map((action) => [action.key, action]));
  const within = new Map(
    order.steps.map(
      (step) =>
        [
          step.key,
          inHand(
            graph,
            step.actions.map((key) => byKey.get(key)!),
          ),
        ] as const,
    ),
  );
  return { ...order, within };
}

/** What keeps a screw in a step of its own: that another one takes the same driver and must not go in its place, or a warning that holds of it alone. Empty where nothing does. */
function keptApart(graph: ActionGraph, all: readonly RefitAction[]): (action: RefitAction) => string {
  const fastenerOf = ({ procedure, item }: RefitAction) => graph.indexes.get(procedure!)!.fasteners.get(item)!;
  const likes = new Map<string, Set<string>>();
  const headOf = (action: RefitAction) => `${action.procedure}|${fastenerOf(action).drive ?? ''}`;
  for (const action of all) {
    if (action.type !== 'start') continue;
    const own = likes.get(headOf(action)) ?? new Set<string>();
    likes.set(headOf(action), own.add(alikeKey(graph.catalogue, fastenerOf(action))));
  }
  return (action) => {
    const { refit } = fastenerOf(action);
    const isWarned = refit?.limit || refit?.byHand || refit?.as;
    return isWarned || likes.get(headOf(action))!.size > 1 ? alikeKey(graph.catalogue, fastenerOf(action)) : '';
  };
}

const isHeld = (holds: readonly number[][], at: number) => holds.some((hold) => hold.includes(at));

/** Power is no matter of the order: it stands where it is needed. Nothing waits for it. */
function withoutPower({ steps, before }: StepOrder): StepOrder {
  const kept = [...steps.keys()].filter((at) => steps[at].kind !== 'power');
  const placeOf = new Map(kept.map((at, place) => [at, place]));
  return {
    steps: kept.map((at) => steps[at]),
    before: kept.map((at) => before[at].flatMap((need) => placeOf.get(need) ?? [])),
  };
}

/** The hand steps of what is done in one go: a part offered with its joins, airbag plugs each alone, the seat. Where nothing is joined the seat has the offer in it. */
function inHand(graph: ActionGraph, actions: RefitAction[]): HandStep[] {
  const carrier = ({ procedure, item }: RefitAction) => carrierOf(graph, procedure, partOfItem(graph, procedure, item));
  const isJoined = actions.some(({ type }) => type === 'join');
  const nameOf = (action: RefitAction): string => {
    if (action.type === 'join') return isSrs(graph, action) ? action.key : `offer ${carrier(action)}`;
    if (action.type === 'place' && isJoined) return `offer ${carrier(action)}`;
    return 'rest';
  };
  const groups: RefitAction[][] = [];
  let last = '';
  for (const action of actions) {
    const name = nameOf(action);
    if (groups.length && name === last) groups.at(-1)!.push(action);
    else groups.push([action]);
    last = name;
  }
  return groups.map((group) => handStepFrom(group, (own) => describe(graph, own)));
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
