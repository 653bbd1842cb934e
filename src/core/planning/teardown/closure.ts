import type { ActionGraph } from '../graph';

/** A growing set of chosen nodes with the alternatives it still has to decide. */
export interface Closure {
  chosen: Set<number>;
  /** Chosen nodes with an undecided `anyOf`. */
  open: number[];
  costMs: number;
}

/** The empty choice. */
export const emptyClosure = (): Closure => ({ chosen: new Set(), open: [], costMs: 0 });

/**
 * Adds nodes with all they need and pull along; nodes with alternatives join `open`. Returns what was added.
 * Linear in the edges of the added nodes; iterative, so depth is no limit.
 */
export function addToClosure(graph: ActionGraph, closure: Closure, ids: number[]): number[] {
  const added: number[] = [];
  const stack = [...ids];
  while (stack.length) {
    const id = stack.pop()!;
    if (closure.chosen.has(id)) continue;
    closure.chosen.add(id);
    added.push(id);
    const node = graph.nodes[id];
    closure.costMs += node.action?.ms ?? 0;
    if (node.anyOf) closure.open.push(id);
    stack.push(...node.needs, ...node.pulls);
  }
  return added;
}

/** A copy to branch from. */
export const cloneClosure = (closure: Closure): Closure => ({
  chosen: new Set(closure.chosen),
  open: [...closure.open],
  costMs: closure.costMs,
});

/** The nodes that `ids` would add beyond `chosen`, without their alternatives. */
export function missingFrom(graph: ActionGraph, chosen: Set<number>, ids: number[]): number[] {
  const seen = new Set<number>();
  const stack = [...ids];
  while (stack.length) {
    const id = stack.pop()!;
    if (chosen.has(id) || seen.has(id)) continue;
    seen.add(id);
    stack.push(...graph.nodes[id].needs, ...graph.nodes[id].pulls);
  }
  return [...seen];
}
