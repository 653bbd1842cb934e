import { fastenerKindOf } from '../../trade';
import { findItem, heldParts, workPart } from '../../document';
import type { ActionGraph, Place } from '../graph';
import { carriersOf } from '../refit';

import type { Grouping } from './grouping';
import type { HandStep, HandStepKind, StepOrder } from './step';

/** What a group of actions is as a step. `lead` is the action whose place it has. */
export interface Grouped {
  kind: HandStepKind;
  lead: { procedure: string | null; place: Place };
  part: string | null;
  tool: string;
}

/** An action as far as steps look at it. */
interface Atom {
  key: string;
  procedure: string | null;
  ms: number;
  place: Place;
}

/** Joins positions to `to`, last recorded first, each as far as no loop arises; one that had to wait for another is tried again. */
export function joinAll(grouping: Grouping, to: number, positions: number[], rank: number[]): void {
  let open = [...positions].sort((a, b) => rank[b] - rank[a]);
  for (let left = -1; left !== open.length;) {
    left = open.length;
    open = open.filter((at) => !grouping.join(to, at));
  }
}

/**
 * Makes steps of the groups, in the order people recorded them: a step stands where its last action does. Within a step the actions follow their
 * precedence, then their rank.
 */
export function stepsOf<A extends Atom>(
  grouping: Grouping,
  atoms: A[],
  rank: number[],
  describe: (group: A[]) => Grouped,
): StepOrder {
  const { members, before } = grouping.groups();
  const placed = members
    .map((group, place) => ({ place, last: Math.max(...group.map((at) => rank[at])) }))
    .sort((a, b) => a.last - b.last || a.place - b.place);
  const newPlace: number[] = [];
  placed.forEach(({ place }, at) => (newPlace[place] = at));
  const steps = placed.map(({ place }) =>
    handStepFrom(
      grouping.sorted(members[place], rank).map((at) => atoms[at]),
      describe,
    ),
  );
  return {
    steps,
    before: placed.map(({ place }) => before[place].map((need) => newPlace[need]).sort((a, b) => a - b)),
  };
}

/** The step that a group of actions makes, in their order. */
export function handStepFrom<A extends Atom>(group: A[], describe: (group: A[]) => Grouped): HandStep {
  const { kind, lead, part, tool } = describe(group);
  return {
    key: `${kind}=${group[0].key}`,
    kind,
    procedure: lead.procedure,
    part,
    actions: group.map(({ key }) => key),
    tool,
    ms: group.reduce((sum, { ms }) => sum + ms, 0),
    place: { ...lead.place, part },
  };
}

/** The first part that an item is, holds or joins; null for work on the vehicle as a whole. */
export function partOfItem(graph: ActionGraph, procedure: string | null, item: string): string | null {
  const index = procedure ? graph.indexes.get(procedure) : undefined;
  if (!index || !findItem(index, item)) return null;
  if (index.parts.has(item)) return item;
  const fastener = index.fasteners.get(item);
  if (fastener) return heldParts(fastener)[0] ?? null;
  const work = index.works.get(item);
  if (work) return workPart(index, work);
  return index.links.get(item)?.joins.find((end) => index.parts.has(end)) ?? null;
}

/** Positions of the actions of one type on motion-released fasteners that hold this part alone: they let go, or are pressed home, by its own motion. */
export function ownOf<A extends Pick<Atom, 'procedure'> & { type: string; item: string }>(
  graph: ActionGraph,
  actions: A[],
  type: A['type'],
  part: A,
): number[] {
  const index = graph.indexes.get(part.procedure!)!;
  const presence = graph.presence.get(part.procedure!)!.of;
  return actions.flatMap((action, at) => {
    if (action.type !== type || action.procedure !== part.procedure) return [];
    const fastener = index.fasteners.get(action.item)!;
    const held = [...new Set(heldParts(fastener))].filter((one) => presence.get(one) !== 'absent');
    const isOwn = held.length === 1 && held[0] === part.item;
    return isOwn && fastenerKindOf(graph.catalogue, fastener).release === 'pulled' ? [at] : [];
  });
}

/** Whether an action is about a link of the airbag system. */
export const isSrs = (graph: ActionGraph, { procedure, item }: { procedure: string | null; item: string }) =>
  graph.indexes.get(procedure ?? '')?.links.get(item)?.safety === 'srs';

/** Joins actions with the same key as far as no loop arises; those without a key stay alone. */
export function joinAlike<A>(grouping: Grouping, actions: A[], keyOf: (action: A, at: number) => string | null): void {
  const groups = new Map<string, number[]>();
  actions.forEach((action, at) => {
    const key = keyOf(action, at);
    if (key === null) return;
    const known = groups.get(key) ?? [];
    groups.set(key, known);
    if (!known.some((other) => grouping.join(other, at))) known.push(at);
  });
}

/** The part that a part is carried by in the end; itself where nothing carries it. */
export function carrierOf(graph: ActionGraph, procedure: string | null, part: string | null): string | null {
  const index = graph.indexes.get(procedure ?? '');
  return (part !== null && index && carriersOf(index, part).at(-1)) || part;
}

/** The positions of a wish as ranks; what nobody wished for comes last. */
export function ranksOf(size: number, wish: readonly number[]): number[] {
  const rank = Array.from({ length: size }, (_, at) => size + at);
  wish.forEach((at, place) => (rank[at] = place));
  return rank;
}
