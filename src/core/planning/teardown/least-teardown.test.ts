import fc from 'fast-check';
import { DirectedGraph } from 'graphology';
import { hasCycle, topologicalSort } from 'graphology-dag';
import { describe, expect, it } from 'vitest';
import { procedures } from '@tests/support/generate-procedure';
import { checkProcedure, hasErrors } from '../check';
import type { ProcedureDocument } from '../../document';
import { buildGraph, type ActionGraph, carryOut, findLoop, precedenceOf } from '../graph';
import { leastTeardown } from './least-teardown';

const POWER = { windows: 'power' };
const goalOf = (graph: ActionGraph, document: ProcedureDocument, n: number) => {
  const part = document.parts[n % document.parts.length];
  return graph.idOf.get(`takeOff:${document.id}/${part.id}`);
};

/** The cheapest plan by trying every choice of ways in. */
function bruteForce(graph: ActionGraph, goal: number): number {
  const open = graph.nodes.flatMap((node, id) => (node.anyOf ? [id] : []));
  let best = Infinity;
  const choose = (at: number, chosen: Map<number, number>) => {
    if (at < open.length) {
      graph.nodes[open[at]].anyOf!.forEach((_, way) => choose(at + 1, new Map([...chosen, [open[at], way]])));
      return;
    }
    const need = new Set([goal]);
    for (const id of need) {
      const node = graph.nodes[id];
      for (const next of [...node.needs, ...node.pulls, ...(node.anyOf ? node.anyOf[chosen.get(id)!] : [])])
        need.add(next);
    }
    if (carryOut(graph, need, { rules: true }).done.size < need.size) return;
    best = Math.min(
      best,
      [...need].reduce((sum, id) => sum + (graph.nodes[id].action?.ms ?? 0), 0),
    );
  };
  choose(0, new Map());
  return best;
}

describe('the least teardown', () => {
  it('is the cheapest choice of ways in, shared work counted once', () => {
    fc.assert(
      fc.property(procedures({ routes: true, maxParts: 8 }), fc.nat(20), (document, n) => {
        const graph = buildGraph([document], { options: POWER });
        const goal = goalOf(graph, document, n);
        fc.pre(goal !== undefined);
        const least = leastTeardown(graph, [goal!]);
        const best = bruteForce(graph, goal!);
        if ('stuck' in least) expect(best).toBe(Infinity);
        else expect([least.costMs, least.proved]).toEqual([best, true]);
      }),
      { numRuns: 300 },
    );
  });

  it('without ways to choose from is the ancestors of the goal, as a graph library finds them', () => {
    fc.assert(
      fc.property(procedures({ maxParts: 8, areas: false }), fc.nat(20), (document, n) => {
        fc.pre(!hasErrors(checkProcedure(document).remarks));
        const graph = buildGraph([document], { options: POWER });
        const goal = goalOf(graph, document, n);
        fc.pre(goal !== undefined);
        const reference = new DirectedGraph();
        graph.nodes.forEach((_, id) => reference.addNode(id));
        graph.nodes.forEach((node, id) => node.needs.forEach((need) => reference.mergeEdge(need, id)));
        const ancestors = new Set<string>([String(goal)]);
        for (const id of ancestors) reference.forEachInNeighbor(id, (need) => ancestors.add(need));
        const least = leastTeardown(graph, [goal!]);
        expect('stuck' in least ? null : new Set([...least.chosen].map(String))).toEqual(ancestors);
      }),
      { numRuns: 150 },
    );
  });
});

it('a precedence has a loop exactly where a graph library finds one', () => {
  const lists = fc
    .integer({ min: 1, max: 10 })
    .chain((n) => fc.array(fc.array(fc.nat(n - 1), { maxLength: 3 }), { minLength: n, maxLength: n }));
  fc.assert(
    fc.property(lists, (before) => {
      const reference = new DirectedGraph();
      before.forEach((_, at) => reference.addNode(at));
      before.forEach((list, at) => list.forEach((first) => reference.mergeEdge(first, at)));
      const loop = findLoop(before);
      expect(loop !== null).toBe(hasCycle(reference));
      if (loop) loop.forEach((at, n) => expect(before[loop[(n + 1) % loop.length]]).toContain(at));
      else expect(topologicalSort(reference)).toHaveLength(before.length);
    }),
  );
});

it('folds a deep document without overflowing, and keeps odd ids apart', () => {
  const names = ['__proto__', 'constructor', 'toString', 'ä ö'.replace(' ', '_'), '🔩', "o'clip", '"', '100%'];
  const parts = Array.from({ length: 3000 }, (_, n) => ({
    id: names[n] ?? `p${n}`,
    kind: 'cover',
    motions: ['pull-top'],
    behind: n ? [names[n - 1] ?? `p${n - 1}`] : [],
  }));
  const document: ProcedureDocument = {
    format: 'pezzo-procedure/1',
    id: 'deep',
    title: 'deep',
    applies: [{ make: 'a', model: 'b' }],
    zone: 'front-door',
    side: 'left',
    map: { width: 100, height: 100, outline: 'x' },
    parts,
    fasteners: [],
    links: [],
  };
  expect(checkProcedure(document).remarks.filter((remark) => remark.level === 'error')).toEqual([]);
  const graph = buildGraph([document], { options: {} });
  const least = leastTeardown(graph, [graph.idOf.get('takeOff:deep/p2999')!]);
  if ('stuck' in least) throw new Error('stuck');
  expect(precedenceOf(graph, least.chosen, least.taken).actions).toHaveLength(6000);
});
