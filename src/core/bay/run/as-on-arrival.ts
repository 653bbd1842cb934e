import { type ActionGraph, type GateCheck, replacedParts } from '../../planning';
import { itemKey, readCheckKey, readItemKey } from '../../document';
import { lineOfCheck, lineOfPart } from '../visit';
import type { RunPlan } from '../../telling';
import { type RunState } from './state';

/**
 * The line of the check-in that asks the same as a line of a test: what it says of one part on that zone and side. Null where there is none, for airbag lines, and for what was fitted
 * new, which cannot have been faulty on arrival.
 */
export function arrivalLineOf(
  graph: ActionGraph,
  plan: Pick<RunPlan, 'newParts' | 'goals'>,
  state: Pick<RunState, 'done'>,
  check: Pick<GateCheck, 'fact' | 'items'>,
): string | null {
  if (check.fact === 'srs-joined' || check.fact === 'srs-locked' || check.items.length !== 1) return null;
  const ref = readItemKey(check.items[0]);
  const index = ref && graph.indexes.get(ref.procedure);
  if (!ref || !index) return null;
  const document = graph.documents.get(ref.procedure)!;
  const recorded = readCheckKey(document, check.items[0]);
  if (recorded) return lineOfCheck(document, recorded);
  const ends = index.links.get(ref.item)?.joins.filter((end) => index.parts.has(end)) ?? [ref.item];
  const part = ends.length === 1 ? index.parts.get(ends[0]) : undefined;
  if (!part || newHere(graph, plan, state).has(itemKey({ procedure: ref.procedure, item: part.id }))) return null;
  return lineOfPart(document, part);
}

/** Parts, by `itemKey`, in whose place something new was put, by a step of the run or from its list of new parts: that list says for which goals it is. */
export function newHere(
  graph: ActionGraph,
  { newParts, goals }: Pick<RunPlan, 'newParts' | 'goals'>,
  { done }: Pick<RunState, 'done'>,
): ReadonlySet<string> {
  const byWork = replacedParts(
    graph,
    [...done.keys()].flatMap((key) => graph.idOf.get(key) ?? []),
  );
  const replaced = new Set(byWork.keys());
  if (newParts.length === 0) return replaced;
  const wanted = new Set(goals.map((goal) => goal.replace(/:off$/, '')));
  for (const [procedure, index] of graph.indexes)
    for (const part of index.parts.keys())
      if (wanted.has(part) || wanted.has(`${procedure}/${part}`)) replaced.add(itemKey({ procedure, item: part }));
  return replaced;
}
