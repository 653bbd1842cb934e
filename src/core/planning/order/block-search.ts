import { BitTable, hasBit, holdsAll } from './bit-table';
import type { Block } from './block';
import type { ClassBound } from './class-bound';
import { Layer } from './layer';
import type { MoveBound } from './move-bound';
import { remainderBoundOf } from './remainder-bound';

/** What is asked of one pass over a block. */
export interface PassRequest {
  /** Only orders cheaper than this are looked for, milliseconds. */
  below: number;
  /** States kept in a layer at most. */
  width: number;
  /** What beginning with a member costs; a negative cost means that it may not be first. */
  startMs: (member: number) => number;
  /** Whether an order may end with a member. */
  mayEnd: (member: number) => boolean;
  /** What ending with a member costs, at least 0 and no more than going on to another and ending with that one. */
  endMs?: (member: number) => number;
  /** Asked between layers; true ends the pass early. */
  shouldStop: () => boolean;
}

/** What a pass found. Every order costs at least `lowerMs` or `below`, whichever is less. */
export interface PassResult {
  /** Members in the cheapest order found below the limit; null where none was. */
  sequence: number[] | null;
  costMs: number;
  lowerMs: number;
  states: number;
}

/**
 * Searches the orders of one block: a forward dynamic programme over (done set, last member), one layer for each number of
 * members done. States that cost no less than another of the same set plus the way over to it are dropped (triangle inequality), and so is
 * everything whose cost plus least remainder (`ClassBound` + `MoveBound`) reaches the limit. Where a layer is wider than allowed, the states of
 * least bound stay and the least bound among the others becomes part of the proof. Deterministic unless `shouldStop` says stop.
 */
export class BlockSearch {
  private readonly moves: MoveBound;
  private readonly classes: ClassBound;
  private readonly ends: Int32Array;
  private anyEnd = true;

  constructor(
    readonly block: Block,
    classSets?: number,
  ) {
    const { moves, classes } = remainderBoundOf(block, classSets);
    this.moves = moves;
    this.classes = classes;
    this.ends = new Int32Array(block.words);
  }

  pass(request: PassRequest): PassResult {
    const { block } = this;
    const table = new BitTable(block.words, 4096);
    const history: { last: Int32Array; parent: Int32Array }[] = [];
    let lowerMs = Infinity;
    let states = 0;
    this.noteEnds(request);
    let layer = this.firstLayer(request);
    for (let done = 1; ; done += 1) {
      lowerMs = Math.min(lowerMs, this.trim(layer, request.width));
      states += layer.length;
      history.push({ last: layer.last.slice(0, layer.length), parent: layer.parent.slice(0, layer.length) });
      if (done === block.size || layer.length === 0) break;
      if (request.shouldStop()) {
        for (let at = 0; at < layer.length; at += 1) lowerMs = Math.min(lowerMs, layer.bound[at]);
        return { sequence: null, costMs: Infinity, lowerMs, states };
      }
      layer = this.nextLayer(layer, request, table);
    }
    const costOf = (at: number) => layer.cost[at] + (request.endMs?.(layer.last[at]) ?? 0);
    let best = -1;
    for (let at = 0; at < layer.length; at += 1) if (best < 0 || costOf(at) < costOf(best)) best = at;
    if (best < 0) return { sequence: null, costMs: Infinity, lowerMs, states };
    return {
      sequence: this.trace(history, best),
      costMs: costOf(best),
      lowerMs: Math.min(lowerMs, costOf(best)),
      states,
    };
  }

  private noteEnds({ mayEnd }: PassRequest): void {
    const { size, isSink } = this.block;
    this.ends.fill(0);
    this.anyEnd = true;
    for (let member = 0; member < size; member += 1) {
      if (!isSink[member]) continue;
      if (mayEnd(member)) this.ends[member >>> 5] |= 1 << (member & 31);
      else this.anyEnd = false;
    }
  }

  private firstLayer(request: PassRequest): Layer {
    const { block, moves } = this;
    const layer = new Layer(block.words, block.size + 1);
    const sumInto = moves.intoMs.reduce((a, b) => a + b, 0);
    const sumTo = moves.toMs.reduce((a, b) => a + b, 0);
    const sumFrom = moves.fromMs.reduce((a, b) => a + b, 0);
    for (let member = 0; member < block.size; member += 1) {
      const start = block.isSource[member] ? request.startMs(member) : -1;
      if (start < 0) continue;
      const at = layer.add();
      layer.sets.fill(0, at * block.words, (at + 1) * block.words);
      layer.sets[at * block.words + (member >>> 5)] |= 1 << (member & 31);
      layer.last[at] = member;
      layer.parent[at] = -1;
      layer.cost[at] = start;
      layer.into[at] = sumInto - moves.intoMs[member];
      layer.paired[at] = sumTo - moves.toMs[member] + sumFrom;
      layer.alive[at] = 1;
      if (!this.judge(layer, at, request, 0)) layer.length -= 1;
    }
    return layer;
  }

  /**
   * Prices the least remainder of a fresh state; false where it reaches the limit or can no longer end as asked. What was proved of the state it
   * was made from holds for it too.
   */
  private judge(layer: Layer, at: number, request: PassRequest, proved: number): boolean {
    const { block } = this;
    const offset = at * block.words;
    const floor = layer.cost[at] + Math.max(layer.into[at], layer.paired[at], 0);
    if (floor >= request.below) return false;
    if (!this.canEnd(layer.sets, offset, layer.last[at])) return false;
    layer.bound[at] = Math.max(proved, floor + this.classes.remainingMs(layer.sets, offset, layer.last[at]));
    return layer.bound[at] < request.below;
  }

  private canEnd(sets: Int32Array, offset: number, last: number): boolean {
    if (this.anyEnd) return true;
    const { words } = this.block;
    for (let w = 0; w < words; w += 1) if ((this.ends[w] & ~sets[offset + w]) !== 0) return true;
    for (let member = 0; member < this.block.size; member += 1) if (!hasBit(sets, offset, member)) return false;
    return hasBit(this.ends, 0, last);
  }

  private nextLayer(from: Layer, request: PassRequest, table: BitTable): Layer {
    const { block } = this;
    const { size, words, transition, before } = block;
    const to = new Layer(words, Math.max(1024, from.length * 2));
    table.clear();
    for (let at = 0; at < from.length; at += 1) {
      const offset = at * words;
      const last = from.last[at];
      // A member that costs nothing to go on with is best done now: doing it later can only cost more. (Not one that the order has to end with.)
      let only = -1;
      for (let member = 0; member < size && only < 0; member += 1) {
        const free =
          transition[last * size + member] === 0 && member !== last && (this.anyEnd || !hasBit(this.ends, 0, member));
        if (free && this.isOpen(from.sets, offset, member, before)) only = member;
      }
      for (let member = only < 0 ? 0 : only; member < (only < 0 ? size : only + 1); member += 1) {
        if (this.isOpen(from.sets, offset, member, before)) this.step(from, at, member, to, table, request);
      }
    }
    return to;
  }

  private isOpen(sets: Int32Array, offset: number, member: number, before: Int32Array): boolean {
    return !hasBit(sets, offset, member) && holdsAll(sets, offset, before, member * this.block.words, this.block.words);
  }

  private step(from: Layer, at: number, member: number, to: Layer, table: BitTable, request: PassRequest): void {
    const { size, words, transition } = this.block;
    const cost = from.cost[at] + transition[from.last[at] * size + member];
    if (cost >= request.below) return;
    const made = to.add();
    const offset = made * words;
    for (let w = 0; w < words; w += 1) to.sets[offset + w] = from.sets[at * words + w];
    to.sets[offset + (member >>> 5)] |= 1 << (member & 31);
    const slot = table.slot(to.sets, offset, 0, -1);
    for (let other = table.values[slot]; other >= 0; other = to.sibling[other]) {
      if (to.alive[other] && to.cost[other] + transition[to.last[other] * size + member] <= cost) {
        to.length -= 1;
        return;
      }
    }
    to.last[made] = member;
    to.parent[made] = at;
    to.cost[made] = cost;
    to.into[made] = from.into[at] - this.moves.intoMs[member];
    to.paired[made] = from.paired[at] - this.moves.toMs[member] - this.moves.fromMs[from.last[at]];
    if (!this.judge(to, made, request, from.bound[at])) {
      to.length -= 1;
      return;
    }
    for (let other = table.values[slot]; other >= 0; other = to.sibling[other]) {
      if (to.alive[other] && cost + transition[member * size + to.last[other]] <= to.cost[other]) to.alive[other] = 0;
    }
    to.alive[made] = 1;
    to.sibling[made] = table.values[slot];
    table.values[slot] = made;
  }

  /** Keeps the living states, at most `width` of them; returns the least bound among those let go. */
  private trim(layer: Layer, width: number): number {
    const { words } = this.block;
    const living: number[] = [];
    for (let at = 0; at < layer.length; at += 1) if (layer.alive[at]) living.push(at);
    let kept = living;
    let letGo = Infinity;
    if (living.length > width) {
      const sorted = Int32Array.from(living, (at) => layer.bound[at]).sort();
      const limit = sorted[width - 1];
      let ties = width - sorted.findIndex((bound) => bound === limit);
      kept = living.filter((at) => layer.bound[at] < limit || (layer.bound[at] === limit && ties-- > 0));
      letGo = sorted[width];
    }
    kept.forEach((from, at) => {
      layer.sets.copyWithin(at * words, from * words, (from + 1) * words);
      layer.last[at] = layer.last[from];
      layer.parent[at] = layer.parent[from];
      layer.cost[at] = layer.cost[from];
      layer.bound[at] = layer.bound[from];
      layer.into[at] = layer.into[from];
      layer.paired[at] = layer.paired[from];
    });
    layer.length = kept.length;
    return letGo;
  }

  private trace(history: { last: Int32Array; parent: Int32Array }[], end: number): number[] {
    const sequence: number[] = [];
    for (let depth = history.length - 1, at = end; depth >= 0; depth -= 1) {
      sequence.push(history[depth].last[at]);
      at = history[depth].parent[at];
    }
    return sequence.reverse();
  }
}
