import { mostInTime } from './bound';
import type { Board } from './board';
import { type Kept, Shop, type Start } from './shop-state';
import { thumbs } from './thumbs';
import { priceBound } from './price-bound';

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
