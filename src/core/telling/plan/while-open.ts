import { carryOut, nodeIdOf, type ActionGraph, type LeastTeardown } from '../../planning';
import { workTitle } from '../wording';
import type { Plan } from './plan-types';

/** Work that is worth doing while one is in there and that nothing asked for: all it needs is out of the way. */
export function worthDoing(graph: ActionGraph, { chosen }: LeastTeardown): Plan['whileOpen'] {
  const offered = [...graph.documents.values()].flatMap(({ id: procedure, work }) =>
    (work ?? []).flatMap(({ id: item, while: when }) => {
      const node = nodeIdOf(graph, { type: 'work', procedure, item });
      if (when !== 'open' || node === undefined || chosen.has(node)) return [];
      return [{ procedure, item, reach: nodeIdOf(graph, { type: 'reach', procedure, item })! }];
    }),
  );
  if (offered.length === 0) return [];
  const { done } = carryOut(graph, new Set([...chosen, ...offered.map(({ reach }) => reach)]), { rules: false });
  return offered
    .filter(({ reach }) => done.has(reach))
    .map(({ procedure, item }) => ({ procedure, item, words: workTitle(graph, { procedure, item }) }));
}
