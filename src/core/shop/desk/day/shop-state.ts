import type { Board } from './board';

/** A job of the board that is done in time. */
export interface Kept {
  job: number;
  person: number;
  bay: number;
  start: number;
  end: number;
}

/** How a job could be begun. */
export interface Start {
  job: number;
  person: number;
  bay: number;
  at: number;
}

/** Hands, bays and tools as they become free while jobs are put in. */
export class Shop {
  readonly personFree: number[];
  readonly bayFree: number[];
  readonly toolFree: number[][];
  readonly left: Set<number>;
  readonly kept: Kept[] = [];

  constructor(readonly board: Board) {
    this.personFree = [...board.personFree];
    this.bayFree = [...board.bayFree];
    this.toolFree = board.toolFree.map((free) => [...free]);
    this.left = new Set(board.jobs.keys());
  }

  /** When somebody could begin a job at the earliest, and in which bay; Infinity where there is no bay. */
  earliest(job: number, person: number): Start {
    const bay = leastAt(this.bayFree);
    let at = Math.max(this.personFree[person], this.board.from[job], bay < 0 ? Infinity : this.bayFree[bay]);
    for (const tool of this.board.tools[job]) at = Math.max(at, Math.min(...this.toolFree[tool]));
    return { job, person, bay, at };
  }

  /** Puts a job in; what is returned takes it out again. */
  put({ job, person, bay, at }: Start): () => void {
    const end = at + this.board.seconds[job][person];
    const pieces = this.board.tools[job].map((tool) => leastAt(this.toolFree[tool]));
    const before = {
      person: this.personFree[person],
      bay: this.bayFree[bay],
      tools: this.board.tools[job].map((tool, n) => this.toolFree[tool][pieces[n]]),
    };
    this.personFree[person] = end;
    this.bayFree[bay] = end;
    this.board.tools[job].forEach((tool, n) => (this.toolFree[tool][pieces[n]] = end));
    this.left.delete(job);
    this.kept.push({ job, person, bay, start: at, end });
    return () => {
      this.personFree[person] = before.person;
      this.bayFree[bay] = before.bay;
      this.board.tools[job].forEach((tool, n) => (this.toolFree[tool][pieces[n]] = before.tools[n]));
      this.left.add(job);
      this.kept.pop();
    };
  }
}

const leastAt = (list: readonly number[]): number => {
  let at = list.length ? 0 : -1;
  for (let n = 1; n < list.length; n += 1) if (list[n] < list[at]) at = n;
  return at;
};
