import { moveMs, toolChangeMs, wordsFor } from '../graph';
import type { OrderProblem } from './problem';

/**
 * Tasks that are ordered together, in a topological order of their own (so a member's predecessors have smaller numbers),
 * with everything the search looks up in plain arrays. Times are whole milliseconds.
 */
export interface Block {
  /** Positions in the problem, by member. */
  members: number[];
  size: number;
  words: number;
  /** Change and move from member to member, size × size; zero on the diagonal. */
  transition: Int32Array;
  /** The move's share of it. */
  move: Int32Array;
  /** Bit masks of direct predecessors within the block, size × words. */
  before: Int32Array;
  /** True where nothing in the block must come before, and where nothing must come after. */
  isSource: boolean[];
  isSink: boolean[];
  /** Tools as small numbers, and what taking each one up costs. */
  toolOf: Int32Array;
  tools: string[];
  takeUp: Int32Array;
  /** Zones (procedures) as small numbers. */
  zoneOf: Int32Array;
  /** True where the block lies in more than one zone. */
  hasZones: boolean;
}

/**
 * Builds the block of some positions. `capMs` limits what going from a member of one tool to one of another costs, change and move together (a relaxation
 * that a lower bound may use); precedence from outside the block is left out. O(size²).
 */
export function makeBlock(
  problem: OrderProblem,
  positions: number[],
  capMs: (from: string, to: string) => number = () => Infinity,
): Block {
  const members = topological(problem, positions);
  const size = members.length;
  const words = wordsFor(size);
  const numberOf = new Map(members.map((position, member) => [position, member]));
  const tools = [...new Set(members.map((position) => problem.tasks[position].tool))];
  const zones = [...new Set(members.map((position) => problem.tasks[position].place.procedure))];
  const block: Block = {
    members,
    size,
    words,
    tools,
    hasZones: zones.length > 1,
    transition: new Int32Array(size * size),
    move: new Int32Array(size * size),
    before: new Int32Array(size * words),
    isSource: new Array<boolean>(size).fill(true),
    isSink: new Array<boolean>(size).fill(true),
    toolOf: Int32Array.from(members, (position) => tools.indexOf(problem.tasks[position].tool)),
    zoneOf: Int32Array.from(members, (position) => zones.indexOf(problem.tasks[position].place.procedure)),
    takeUp: Int32Array.from(tools, (tool) => toolChangeMs('\0', tool, problem.costs)),
  };
  for (let to = 0; to < size; to += 1) {
    for (const position of problem.before[members[to]]) {
      const from = numberOf.get(position);
      if (from === undefined) continue;
      block.before[to * words + (from >>> 5)] |= 1 << (from & 31);
      block.isSource[to] = false;
      block.isSink[from] = false;
    }
    for (let from = 0; from < size; from += 1) {
      if (from === to) continue;
      const [last, next] = [problem.tasks[members[from]], problem.tasks[members[to]]];
      const change = toolChangeMs(last.tool, next.tool, problem.costs);
      block.move[from * size + to] = Math.min(
        Math.max(0, capMs(last.tool, next.tool) - change),
        moveMs(last.place, next.place, problem.costs),
      );
      block.transition[from * size + to] = block.move[from * size + to] + change;
    }
  }
  return block;
}

/** The positions with every predecessor first; ties by position, so the result is the same every time. */
function topological(problem: OrderProblem, positions: number[]): number[] {
  const inside = new Set(positions);
  const sorted = [...positions].sort((a, b) => a - b);
  const placed = new Set<number>();
  const order: number[] = [];
  for (const start of sorted) {
    const stack = [start];
    while (stack.length) {
      const at = stack[stack.length - 1];
      const need = placed.has(at) ? undefined : problem.before[at].find((one) => inside.has(one) && !placed.has(one));
      if (need !== undefined) stack.push(need);
      else {
        stack.pop();
        if (placed.has(at)) continue;
        placed.add(at);
        order.push(at);
      }
    }
  }
  return order;
}

/** For each member the mask of everything that must come before it, directly or not; size × words. */
export function allBefore(block: Block): Int32Array {
  const { size, words, before } = block;
  const all = before.slice();
  for (let to = 0; to < size; to += 1) {
    for (let from = 0; from < to; from += 1) {
      if (((before[to * words + (from >>> 5)] >>> (from & 31)) & 1) === 0) continue;
      for (let w = 0; w < words; w += 1) all[to * words + w] |= all[from * words + w];
    }
  }
  return all;
}
