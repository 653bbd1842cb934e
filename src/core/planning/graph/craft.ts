import { RESTORE_RANK, workKindOf } from '../../trade';
import type { Point, ProcedureDocument, Work } from '../../document';
import type { ActionGraph } from './graph';
import type { Precedence } from './precedence';
import { Waits } from './waits';

/** Chores that are worth doing while it is open come after it was cleaned. */
const CHORE_RANK = 5.5;

/** Where a work stands in a craftsman's order; null: anywhere. A seal of something else than a bare edge comes directly after what it seals. */
export function craftRank(document: ProcedureDocument, work: Work): number | null {
  const { code, rank } = workKindOf(work.kind);
  if (work.while) return Math.max(rank ?? 0, CHORE_RANK);
  if (code !== 'seal') return rank;
  const sealed = (document.work ?? []).filter(({ id }) => work.needs?.includes(id));
  if (sealed.length === 0 || sealed.some(({ leaves }) => leaves?.includes('bare-edge'))) return rank;
  const ranks = sealed.map((one) => workKindOf(one.kind).rank ?? 0);
  return Math.max(...ranks) + 0.5;
}

/** Whether two works are of one place: of one kit, else at one speaker's mount, else where their shapes overlap; what says none of it is everywhere in its zone. */
export function isOnePlace(document: ProcedureDocument, one: Work, other: Work): boolean {
  if (one.for && other.for) return one.for === other.for;
  const mount = (work: Work) => document.mounts?.find(({ of }) => of === work.replaces || of === work.on)?.of;
  const [a, b] = [mount(one), mount(other)];
  if (a && b) return a === b;
  return one.shape && other.shape ? overlap(one.shape, other.shape) : true;
}

/** Whether the boxes around two outlines meet. */
const overlap = (one: readonly Point[], other: readonly Point[]): boolean =>
  [0, 1].every((axis) => {
    const [a, b] = [one, other].map((points) => points.map((point) => point[axis]));
    return Math.min(...a) <= Math.max(...b) && Math.min(...b) <= Math.max(...a);
  });

/** Something done to the car that has a place in the order of work. */
interface Ranked {
  at: number;
  procedure: string;
  work: Work;
  rank: number;
}

/** Puts work of one place in a craftsman's order, as far as no recorded need or rule says otherwise. `works` names positions of `waits`; undoing counts as such. */
export function bindCraft(
  graph: Pick<ActionGraph, 'documents' | 'indexes'>,
  waits: Waits,
  works: readonly { at: number; procedure: string; item: string; isUndone?: boolean }[],
): void {
  const ranked = works.flatMap(({ at, procedure, item, isUndone }): Ranked[] => {
    const work = graph.indexes.get(procedure)?.works.get(item);
    const rank = work && (isUndone ? RESTORE_RANK : craftRank(graph.documents.get(procedure)!, work));
    return work && rank !== null && rank !== undefined ? [{ at, procedure, work, rank }] : [];
  });
  for (const one of ranked)
    for (const other of ranked)
      if (
        one.rank < other.rank &&
        one.procedure === other.procedure &&
        isOnePlace(graph.documents.get(one.procedure)!, one.work, other.work)
      )
        waits.bind(one.at, other.at);
}

/** Actions with their work in a craftsman's order. */
export function inCraftOrder(graph: ActionGraph, precedence: Precedence): Precedence {
  const works = precedence.actions.flatMap((id, at) => {
    const { type, procedure, item } = graph.nodes[id].ref;
    return type === 'work' ? [{ at, procedure: procedure!, item }] : [];
  });
  if (works.length < 2) return precedence;
  const before = precedence.before.map((needs) => new Set(needs));
  bindCraft(graph, new Waits(before), works);
  return { actions: precedence.actions, before: before.map((needs) => [...needs].sort((a, b) => a - b)) };
}
