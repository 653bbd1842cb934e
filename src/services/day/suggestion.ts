import type { DaySuggestionView } from '../../contracts/views';
import { unavailable } from '../../core/errors';
import { type DayJob, type DayOrder, type DayProblem, LATE_WORDS } from '../../core/shop';
import type { Actor } from '../../data';
import { doHeavy, TooHard } from '../heavy';
import { shopExperience } from '../history';
import { demand } from '../permission';
import { readyBy } from '../working-time';
import { basisOfDay, type DayBasis, type DayJobRow, piecesOf } from './basis';

/** How long the search for an order may take before it is stopped, milliseconds. */
const LIMIT_MS = 6000;

/** Proposes an order for everything that is not in hand yet, without those who are not here. Nothing is changed. */
export async function suggestDay(by: Actor, without: readonly string[], now = new Date()): Promise<DaySuggestionView> {
  demand(by, 'follow');
  const basis = await basisOfDay(by.branch, now);
  const { problem, left } = problemOf(basis, without, (await shopExperience(by.branch)).paces.people);
  const order = await doHeavy<DayOrder>('think', 'orderDay', problem, LIMIT_MS).catch((error: unknown) => {
    throw error instanceof TooHard ? unavailable('too-hard', 'Too many jobs to put in order at once.', error) : error;
  });
  return suggestionOf(basis, problem, order, left);
}

/** The day as numbers: what is in hand stays there. */
function problemOf(
  basis: DayBasis,
  without: readonly string[],
  paces: Record<string, number>,
): { problem: DayProblem; left: { row: DayJobRow; words: string }[] } {
  const { bays, jobs, people } = basis;
  const pieces = piecesOf(basis);
  const inHand = jobs.filter(({ placed }) => placed.isBegun);
  // A trainee gets what is left.
  const hands = people
    .filter(({ id, active, role }) => active && role !== 'owner' && !without.includes(id))
    .sort((a, b) => Number(a.role === 'trainee') - Number(b.role === 'trainee'));
  const busy = (person: string) =>
    inHand.reduce((sum, { placed }) => sum + (placed.person === person ? placed.safeSeconds : 0), 0);
  const bayFree = bays.map((bay) =>
    Math.max(0, ...inHand.filter(({ placed }) => placed.bay === bay).map(({ placed }) => placed.safeSeconds)),
  );
  const left = jobs
    .filter(({ placed, isHeldUp }) => !placed.isBegun && isHeldUp && placed.partsAt === null)
    .map((row) => ({ row, words: `waiting for ${row.waits.join('; ') || 'somebody to go on with it'}` }));
  const isLeft = new Set(left.map(({ row }) => row));
  return {
    left,
    problem: {
      people: hands.map(({ id }) => ({ id, freeFrom: busy(id), pace: paces[id] ?? 1 })),
      bays: bayFree,
      tools: Object.fromEntries(
        [...pieces].map(([tool, count]) => {
          const using = inHand
            .filter(({ placed }) => placed.tools.includes(tool))
            .map(({ placed }) => placed.safeSeconds);
          return [tool, Array.from({ length: count }, (_, n) => using[n] ?? 0)];
        }),
      ),
      jobs: jobs
        .filter((row) => !row.placed.isBegun && !isLeft.has(row))
        .map(({ placed }): DayJob => ({
          id: String(placed.job),
          likelySeconds: placed.likelySeconds,
          safeSeconds: placed.safeSeconds,
          from: Math.max(0, placed.partsAt ?? 0),
          due: placed.due,
          people: hands
            .filter(({ id, role }) =>
              placed.isHighVoltage ? id === placed.trainedPerson : role !== 'trainee' || !placed.hasSrs,
            )
            .map(({ id }) => id),
          tools: placed.tools.filter((tool) => pieces.has(tool)),
        }))
        .sort((a, b) => Number(a.id) - Number(b.id)),
    },
  };
}

function suggestionOf(
  { now, timeZone, hours, bays, jobs }: DayBasis,
  problem: DayProblem,
  { places, late, kept, most }: DayOrder,
  left: { row: DayJobRow; words: string }[],
): DaySuggestionView {
  const rowOfJob = new Map(jobs.map((row) => [String(row.placed.job), row]));
  // A job begins with the first second of work there is: what is free at closing time begins in the morning.
  const starts = (seconds: number) => new Date(readyBy(now, seconds + 1, timeZone, hours)!.getTime() - 1000);
  const ends = (seconds: number) => readyBy(now, seconds, timeZone, hours)!.toISOString();
  const put = new Set(places.map(({ job }) => job));
  const lateOf = new Map(late.map((one) => [one.job, one]));
  return {
    places: places.map(({ job, person, bay, start, likelyEnd }) => {
      const { standing, place } = rowOfJob.get(job)!;
      const startsAt = starts(start);
      return {
        job: Number(job),
        title: standing.job.title,
        person,
        bay: bays[bay],
        startsAt: startsAt.toISOString(),
        likelyEnd: ends(likelyEnd),
        version: place?.version ?? 0,
        isMoved: place?.person !== person || place.bay !== bays[bay] || +place.startsAt !== +startsAt,
      };
    }),
    late: late.map(({ job, why, end }) => {
      const { standing, due } = rowOfJob.get(job)!;
      return {
        job: Number(job),
        title: standing.job.title,
        words: LATE_WORDS[why],
        dueAt: due!.at.toISOString(),
        end: end === null ? null : ends(end),
      };
    }),
    left: [
      ...left.map(({ row, words }) => ({ job: row.placed.job, title: row.standing.job.title, words })),
      ...problem.jobs
        .filter(({ id }) => !put.has(id) && !lateOf.has(id))
        .map(({ id }) => ({
          job: Number(id),
          title: rowOfJob.get(id)!.standing.job.title,
          words: LATE_WORDS.nobody,
        })),
    ],
    kept,
    promised: problem.jobs.filter(({ due }) => due !== null).length,
    most,
  };
}
