import { BitTable, hasBit, holdsAll } from './bit-table';
import type { Block } from './block';

/** Sets looked into before the bound falls back to counting. */
export const CLASS_EFFORT = { tuning: 4_000, searching: 400_000 };

/**
 * The exact cost of what is still to be done when moves within a zone are free: only changes of tool and of zone are paid.
 * With one class (tool and zone) at hand everything of it that is open is done at once, since that can only help; what is left
 * is a choice of the next class, worked out over the sets that can arise and remembered. Never more than the true cost.
 */
export class ClassBound {
  private readonly memory: BitTable;
  private readonly membersOf: number[][] = [];
  private readonly classOf: Int32Array;
  private readonly changeMs: Int32Array;
  private readonly scratch: Int32Array;
  private readonly classes: number;
  /** For each tool the members that a chain of visits to it starts from, most visits first. */
  private readonly visits: { member: number; visits: number }[][];
  private readonly everything: Int32Array;

  /** `zoneMoveMs` is what a change of zone costs at least and `takeUp` what each tool costs, beyond what the move bound prices. */
  constructor(
    private readonly block: Block,
    zoneMoveMs: number,
    private readonly takeUp: Int32Array,
    public effort: number,
  ) {
    const { size, words, toolOf, zoneOf } = block;
    const codes = new Map<number, number>();
    this.classOf = Int32Array.from({ length: size }, (_, member) => {
      const code = toolOf[member] * 4096 + zoneOf[member];
      if (!codes.has(code)) {
        codes.set(code, codes.size);
        this.membersOf.push([]);
      }
      this.membersOf[codes.get(code)!].push(member);
      return codes.get(code)!;
    });
    this.classes = codes.size;
    this.changeMs = new Int32Array(this.classes * this.classes);
    const first = (cls: number) => this.membersOf[cls][0];
    for (let from = 0; from < this.classes; from += 1)
      for (let to = 0; to < this.classes; to += 1) {
        const tool = toolOf[first(from)] === toolOf[first(to)] ? 0 : takeUp[toolOf[first(to)]];
        this.changeMs[from * this.classes + to] = tool + (zoneOf[first(from)] === zoneOf[first(to)] ? 0 : zoneMoveMs);
      }
    this.visits = block.tools.map((_, tool) => visitsFrom(block, tool));
    this.everything = new Int32Array(words);
    for (let member = 0; member < size; member += 1) this.everything[member >>> 5] |= 1 << (member & 31);
    this.memory = new BitTable(words, 1024);
    this.scratch = new Int32Array((size + 2) * words);
  }

  /** Milliseconds still to pay after `last`, the set at `offset` being done. */
  remainingMs(set: Int32Array, offset: number, last: number): number {
    const { words } = this.block;
    for (let w = 0; w < words; w += 1) this.scratch[w] = set[offset + w];
    const cls = this.classOf[last];
    this.close(0, cls);
    return this.toGo(0, cls);
  }

  /** Does everything of a class that is open; members are in topological order, so one pass is enough. */
  private close(depth: number, cls: number): boolean {
    const { words, before } = this.block;
    const offset = depth * words;
    let did = false;
    for (const member of this.membersOf[cls]) {
      if (hasBit(this.scratch, offset, member) || !holdsAll(this.scratch, offset, before, member * words, words))
        continue;
      this.scratch[offset + (member >>> 5)] |= 1 << (member & 31);
      did = true;
    }
    return did;
  }

  private toGo(depth: number, cls: number): number {
    const { words } = this.block;
    const offset = depth * words;
    if (!this.anyOpen(this.everything, 0, offset)) return 0;
    const known = this.memory.get(this.scratch, offset, cls);
    if (known !== undefined) return known;
    const floor = this.countedMs(offset, cls);
    if (this.effort <= 0) return floor;
    this.effort -= 1;
    let best = Infinity;
    for (let next = 0; next < this.classes && best > floor; next += 1) {
      if (next === cls) continue;
      this.scratch.copyWithin(offset + words, offset, offset + words);
      if (!this.close(depth + 1, next)) continue;
      const change = this.changeMs[cls * this.classes + next];
      if (change + this.countedMs(offset + words, next) < best)
        best = Math.min(best, change + this.toGo(depth + 1, next));
    }
    this.memory.slot(this.scratch, offset, cls, best);
    return best;
  }

  /**
   * A floor: each tool is taken up at least as often as the longest chain of what is left goes back to it; once less where it is in the hand and some of it is open in another zone.
   * (In one zone nothing of the tool in the hand is open any more.)
   */
  private countedMs(offset: number, cls: number): number {
    const atHand = this.block.hasZones ? this.block.toolOf[this.membersOf[cls][0]] : -1;
    let sum = 0;
    for (let tool = 0; tool < this.visits.length; tool += 1) {
      for (const { member, visits } of this.visits[tool]) {
        if (hasBit(this.scratch, offset, member)) continue;
        sum += (tool === atHand ? visits - 1 : visits) * this.takeUp[tool];
        break;
      }
    }
    return sum;
  }

  private anyOpen(masks: Int32Array, maskOffset: number, offset: number): boolean {
    for (let w = 0; w < this.block.words; w += 1)
      if ((masks[maskOffset + w] & ~this.scratch[offset + w]) !== 0) return true;
    return false;
  }
}

/** For each member the most separate visits to a tool that any chain of work from it on makes; those with none are left out. */
function visitsFrom({ size, words, toolOf, before }: Block, tool: number): { member: number; visits: number }[] {
  const visits = new Int32Array(size);
  for (let member = size - 1; member >= 0; member -= 1) {
    const own = toolOf[member] === tool;
    if (own) visits[member] = Math.max(visits[member], 1);
    for (let first = 0; first < member; first += 1) {
      if (!hasBit(before, member * words, first)) continue;
      const fresh = toolOf[first] === tool && !own ? 1 : 0;
      visits[first] = Math.max(visits[first], visits[member] + fresh);
    }
  }
  return [...visits]
    .map((count, member) => ({ member, visits: count }))
    .filter((one) => one.visits > 0)
    .sort((a, b) => b.visits - a.visits || a.member - b.member);
}
