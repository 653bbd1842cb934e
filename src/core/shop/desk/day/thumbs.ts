import type { Board } from './board';
import { type Kept, Shop, type Start } from './shop-state';

/** Lists tried on top of the rules of thumb. */
const LISTS = 1500;

/** A good start: the most pressing first by several rules; then the best list is changed a little again and again, and kept where it is not worse. */
export function thumbs(board: Board): Kept[] {
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
