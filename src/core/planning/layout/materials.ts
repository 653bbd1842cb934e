import type { Action, ActionGraph } from '../graph';
import { itemWords } from '../../document';

/** Something that work uses up, with what it is for. */
export interface Material {
  name: string;
  /** The work that takes it, in the plan's order. */
  uses: string[];
}

/** What the planned work takes from stores, each once, in the order it is first used. */
export function materialsOf(graph: ActionGraph, actions: readonly Action[]): Material[] {
  const uses = new Map<string, string[]>();
  for (const { type, procedure, item } of actions) {
    const index = type === 'work' ? graph.indexes.get(procedure!) : undefined;
    for (const code of index?.works.get(item)?.material ?? []) {
      const name = code.replace(/-/g, ' ');
      uses.set(name, [...new Set([...(uses.get(name) ?? []), itemWords(index!, item)])]);
    }
  }
  return [...uses].map(([name, all]) => ({ name, uses: all }));
}
