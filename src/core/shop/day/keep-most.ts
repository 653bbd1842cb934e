import { mostInTime } from './bound';
import type { Board } from './board';
import { priceBound } from './price-bound';

/** A job of the board that is done in time. */
export interface Kept {
  job: number;
  person: number;
  bay: number;
  start: number;
  end: number;
}

export interface KeptMost {
  kept: Kept[];
  /** No order keeps more than so many. */
  most: number;
}

/** What the search may cost, in looks at a job by a pair of hands or a group; beyond that the best found stands beside the bound. About a second. */
const MOST_LOOKS = 2_500_000;

/**
 * The most promises that can be kept, with who does what when. Jobs are begun in the order of their starts, each as early as those before it allow: among
 * such orders is a best one (semi-active schedules, Sprecher, Kolisch, Drexl, European Journal of Operational Research 80, 1995). Depth first, with a
 * start by rules of thumb, `mostInTime` over everything, over those whom only some may do and over each tool as bound, `priceBound` at the root, and what
 * led to the same state looked at once.
 */
export function keepMost(board: Board, mostLooks = MOST_LOOKS): KeptMost {
  const search = new Search(board);
  search.best = thumbs(board);
  search.most = search.bound();
  if (search.best.length < search.most) search.most = Math.min(search.most, byPrices(board, search.best.length));
  if (search.best.length < search.most) search.run(mostLooks);
  return { kept: search.best, most: search.isStopped ? search.most : search.best.length };
}

/** The bound by prices, for people and, where they are fewer, for bays. */
function byPrices({ due, seconds, least, personFree, bayFree }: Board, kept: number): number {
  const people = priceBound(due, { freeFrom: personFree, seconds }, kept);
  if (bayFree.length >= personFree.length) return people;
  return Math.min(
    people,
    priceBound(due, { freeFrom: bayFree, seconds: least.map((one) => bayFree.map(() => one)) }, kept),
  );
}

interface Start {
  job: number;
  person: number;
  bay: number;
  at: number;
}

/** Hands, bays and tools as they become free while jobs are put in. */
class Shop {
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

class Search extends Shop {
  best: Kept[] = [];
  isStopped = false;
  /** No order keeps more than so many. */
  most = 0;
  private looksLeft = 0;
  private readonly seen = new Set<string>();

  /** How many could be kept at most from where things stand, nothing begun before `last`. */
  bound(last = 0): number {
    const { board } = this;
    const open = [...board.jobs.keys()].filter(
      (job) => this.left.has(job) && board.seconds[job].some((_, person) => this.couldKeep(job, person, last)),
    );
    const work = open.map((job) => ({ job, seconds: board.least[job], due: board.due[job] }));
    let most = open.length;
    for (const { members, people, tool } of board.groups) {
      const own = work.filter(({ job }) => members.has(job));
      if (own.length === 0) continue;
      const free =
        tool !== null ? this.toolFree[tool] : (people ?? [...this.personFree.keys()]).map((p) => this.personFree[p]);
      const inTime = mostInTime(
        own,
        free.map((from) => Math.max(from, last)),
      );
      most = Math.min(most, open.length - own.length + inTime);
    }
    const byBays = mostInTime(
      work,
      this.bayFree.map((from) => Math.max(from, last)),
    );
    return this.kept.length + Math.min(most, byBays);
  }

  run(mostLooks: number): void {
    this.looksLeft = mostLooks;
    this.go(0, -1);
  }

  private couldKeep(job: number, person: number, last: number): boolean {
    return Math.max(this.earliest(job, person).at, last) + this.board.seconds[job][person] <= this.board.due[job];
  }

  private go(last: number, lastJob: number): void {
    if (this.kept.length > this.best.length) this.best = [...this.kept];
    this.looksLeft -= this.left.size * (this.personFree.length + this.board.groups.length);
    this.isStopped ||= this.looksLeft < 0;
    const bound = Math.min(this.most, this.bound(last));
    if (bound <= this.best.length || this.isStopped) return;
    const state = this.state(last, lastJob);
    if (this.seen.has(state)) return;
    this.seen.add(state);
    for (const start of this.starts(last, lastJob)) {
      const undo = this.put(start);
      this.go(start.at, start.job);
      undo();
      if (this.isStopped || bound <= this.best.length) return;
    }
  }

  /** What could be begun next, the most pressing first; of people who are alike and free at the same time only one. */
  private starts(last: number, lastJob: number): Start[] {
    const { board } = this;
    const list: (Start & { slack: number })[] = [];
    for (const job of this.left) {
      const tried = new Set<string>();
      for (const person of this.personFree.keys()) {
        const like = `${board.alike[person]}|${Math.max(this.personFree[person], last)}`;
        if (tried.has(like)) continue;
        tried.add(like);
        const start = this.earliest(job, person);
        const end = start.at + board.seconds[job][person];
        // Begun earlier, or at the same time by a job of a lower place: that order is looked at elsewhere.
        if (start.at < last || (start.at === last && job < lastJob) || end > board.due[job]) continue;
        list.push({ ...start, slack: board.due[job] - end });
      }
    }
    return list.sort((a, b) => a.at - b.at || a.slack - b.slack || a.job - b.job || a.person - b.person);
  }

  private state(last: number, lastJob: number): string {
    const from = (free: number) => Math.max(free, last);
    return [
      [...this.left].sort((a, b) => a - b).join(),
      this.personFree.map(from).join(),
      [...this.bayFree].map(from).sort().join(),
      this.toolFree.map((free) => free.map(from).sort().join()).join('/'),
      last,
      lastJob,
    ].join('|');
  }
}

/** Lists tried on top of the rules of thumb. */
const LISTS = 1500;

/** A good start: the most pressing first by several rules; then the best list is changed a little again and again, and kept where it is not worse. */
function thumbs(board: Board): Kept[] {
  const n = board.jobs.length;
  const rules = [
    (job: number) => board.due[job],
    (job: number) => board.due[job] - board.least[job],
    (job: number) => board.least[job],
    (job: number) => board.from[job] + board.least[job],
    (job: number) => board.due[job] + board.least[job],
  ];
  const lists = rules.map((rule) => [...board.jobs.keys()].sort((a, b) => rule(a) - rule(b) || a - b));
  const tried = lists.map((list) => ({ list, kept: byList(board, list) }));
  let best = tried.reduce((a, b) => (b.kept.length > a.kept.length ? b : a));
  const chance = seeded(n);
  for (let round = 0; round < LISTS && best.kept.length < n; round += 1) {
    const list = [...best.list];
    const [job] = list.splice(Math.floor(chance() * n), 1);
    list.splice(Math.floor(chance() * n), 0, job);
    const kept = byList(board, list);
    if (kept.length >= best.kept.length) best = { list, kept };
  }
  return best.kept;
}

/** Jobs in the order of a list, each with whoever is done with it first; one that would be late is left out. */
function byList(board: Board, list: readonly number[]): Kept[] {
  const shop = new Shop(board);
  for (const job of list) {
    let [first, end]: [Start | null, number] = [null, board.due[job]];
    for (let person = 0; person < board.personFree.length; person += 1) {
      if (board.seconds[job][person] === Infinity) continue;
      const start = shop.earliest(job, person);
      const ends = start.at + board.seconds[job][person];
      if (ends < end || (ends === end && !first)) [first, end] = [start, ends];
    }
    if (first) shop.put(first);
  }
  return [...shop.kept];
}

/** Numbers 0…1 that are the same every time (Lehmer; Park and Miller, Communications of the ACM 31, 1988). */
function seeded(seed: number): () => number {
  let state = (seed % 2_147_483_646) + 1;
  return () => {
    state = (state * 48_271) % 2_147_483_647;
    return state / 2_147_483_647;
  };
}
