import { WORD, wordsFor } from './bits';

/**
 * What must come before what among steps, by position, with all that follows from it at hand: a rule is added only where it closes no loop. A bit for each pair of steps; a rule costs
 * one pass over them.
 */
export class Waits {
  private readonly words: number;
  /** For each step, all steps before it. */
  private readonly earlier: Uint32Array[];

  /** @param before direct precedence, free of loops; rules are added to it. */
  constructor(readonly before: Set<number>[]) {
    this.words = wordsFor(before.length);
    this.earlier = before.map(() => new Uint32Array(this.words));
    const isKnown = new Uint8Array(before.length);
    const know = (start: number) => {
      const stack = [start];
      while (stack.length) {
        const at = stack[stack.length - 1];
        const open = [...before[at]].find((need) => !isKnown[need]);
        if (open !== undefined) {
          stack.push(open);
          continue;
        }
        stack.pop();
        if (isKnown[at]) continue;
        isKnown[at] = 1;
        for (const need of before[at]) this.take(at, need);
      }
    };
    for (let at = 0; at < before.length; at += 1) know(at);
  }

  /** Whether one step comes before another, by whatever chain. */
  has = (first: number, then: number): boolean => (this.earlier[then][first >> 5] & (1 << (first & (WORD - 1)))) !== 0;

  /** All steps that come before one. */
  allBefore = (then: number): number[] => [...this.before.keys()].filter((at) => this.has(at, then));

  /** Puts one step before another; false, and nothing changed, where that would close a loop. */
  bind(first: number, then: number): boolean {
    if (first === then || this.has(then, first)) return false;
    // What follows already needs no rule of its own.
    if (this.has(first, then)) return true;
    this.before[then].add(first);
    for (let at = 0; at < this.before.length; at += 1) if (at === then || this.has(then, at)) this.take(at, first);
    return true;
  }

  /** A step comes behind another and all that is before that. */
  private take(at: number, first: number): void {
    const own = this.earlier[at];
    const other = this.earlier[first];
    for (let word = 0; word < this.words; word += 1) own[word] |= other[word];
    own[first >> 5] |= 1 << (first & (WORD - 1));
  }
}
