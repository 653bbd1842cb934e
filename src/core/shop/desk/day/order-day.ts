import { boardOf } from './board';
import { keepMost } from './keep-most';
import { heldSeconds, likelySecondsOf, type DayJob, type DayPlace, type DayProblem, type LateWhy } from './problem';

/** A day in order. */
export interface DayOrder {
  places: DayPlace[];
  /** Promises that are not kept. */
  late: { job: string; why: LateWhy; end: number | null }[];
  /** Promises kept. */
  kept: number;
  /** No order keeps more than so many; where it is `kept`, this order is proved best. */
  most: number;
}

/**
 * An order that keeps the most promises: proved for a day's size, else beside a bound. What cannot be kept, and what nobody promised, is done in the gaps
 * and after. Deterministic.
 */
export function orderDay(problem: DayProblem, mostLooks?: number): DayOrder {
  const board = boardOf(problem);
  const { kept, most } = keepMost(board, mostLooks);
  const places = kept.map(({ job, person, bay, start, end }): DayPlace => {
    const one = problem.jobs[board.jobs[job]];
    const who = problem.people[person];
    return { job: one.id, person: who.id, bay, start, likelyEnd: start + likelySecondsOf(one, who), end };
  });
  const isKept = new Set(places.map(({ job }) => job));
  const rest = problem.jobs.filter(({ id }) => !isKept.has(id));
  const byPress = [...rest].sort((a, b) => (a.due ?? Infinity) - (b.due ?? Infinity) || a.from - b.from);
  for (const job of byPress) {
    const place = firstGap(problem, job, places);
    if (place) places.push(place);
  }
  const reachable = new Set(board.jobs.map((at) => problem.jobs[at].id));
  const endOf = new Map(places.map(({ job, end }) => [job, end]));
  const late = byPress
    .filter(({ due }) => due !== null)
    .map(({ id }) => ({
      job: id,
      why: endOf.has(id) ? (reachable.has(id) ? ('crowded' as const) : ('too-long' as const)) : ('nobody' as const),
      end: endOf.get(id) ?? null,
    }));
  return {
    places: places.sort((a, b) => a.start - b.start || (a.job < b.job ? -1 : 1)),
    late,
    kept: kept.length,
    most,
  };
}

/** Where a job is done first without moving what is placed; null where nobody may do it, or a tool it needs is not there. */
function firstGap(problem: DayProblem, job: DayJob, places: readonly DayPlace[]): DayPlace | null {
  const { people, bays, tools } = problem;
  if (bays.length === 0 || job.tools.some((code) => tools[code]?.length === 0)) return null;
  const needed = new Map(problem.jobs.map((one) => [one.id, one.tools]));
  let best: DayPlace | null = null;
  for (const person of people) {
    if (!job.people.includes(person.id)) continue;
    const seconds = heldSeconds(job, person);
    const earliest = Math.max(job.from, person.freeFrom);
    const toolFree = job.tools.flatMap((code) => tools[code] ?? []);
    for (const start of [earliest, ...bays, ...toolFree, ...places.map(({ end }) => end)].sort((a, b) => a - b)) {
      if (start < earliest) continue;
      const during = places.filter((one) => one.start < start + seconds && start < one.end);
      if (during.some((one) => one.person === person.id)) continue;
      const bay = bays.findIndex((free, at) => free <= start && during.every((one) => one.bay !== at));
      if (bay < 0) continue;
      const hasTools = job.tools.every((code) => {
        const pieces = tools[code]?.filter((free) => free <= start).length ?? Infinity;
        return during.filter((one) => needed.get(one.job)?.includes(code)).length < pieces;
      });
      if (!hasTools) continue;
      const end = start + seconds;
      if (!best || end < best.end)
        best = { job: job.id, person: person.id, bay, start, likelyEnd: start + likelySecondsOf(job, person), end };
      break;
    }
  }
  return best;
}
