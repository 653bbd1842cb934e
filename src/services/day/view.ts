import type { DateTime } from 'luxon';
import type { DayJobView, DayView, JobStanding } from '../../contracts/views';
import { invalid } from '../../core/errors';
import { toolFor } from '../../core/trade';
import { projectDay } from '../../core/shop';
import type { Actor, Branch } from '../../data';
import { demand } from '../permission';
import { dayIn, hoursOf, readyBy } from '../working-time';
import { basisOfDay, conflictsIn, type DayBasis, type DayJobRow, isPlaced } from './basis';

/** Days shown in the load chart, and looked ahead for them. */
const [LOAD_DAYS, LOOK_AHEAD] = [5, 14];

/** What will be late, or may be, by job: for the board, before it is. `known` is the board where it was looked at already. */
export async function lateSoon(
  branch: Branch,
  now = new Date(),
  known?: JobStanding[],
): Promise<Record<number, string>> {
  const conflicts = conflictsIn(await basisOfDay(branch, now, known));
  return Object.fromEntries(
    conflicts.filter(({ code }) => code === 'late' || code === 'tight').map(({ jobs, words }) => [jobs[0], words]),
  );
}

/** A day: who does what where and when, what cannot be right, how full everybody's hands are. Throws `invalid` where the date is none. */
export async function viewDay(by: Actor, named: string | null, now = new Date()): Promise<DayView> {
  demand(by, 'follow');
  const basis = await basisOfDay(by.branch, now);
  const { timeZone, hours, people, bays } = basis;
  const date = dayIn(timeZone, named, now);
  if (!date.isValid) throw invalid('no-date', 'There is no such day.');
  const open = hoursOf(date, hours);
  const placed = basis.jobs.filter(isPlaced);
  const ends = new Map(projectDay(placed.map((one) => one.placed)).map((one) => [one.job, one]));
  const moment = (seconds: number) => readyBy(now, Math.max(1, seconds), timeZone, hours)?.toISOString() ?? null;
  const jobs = basis.jobs.map((row): DayJobView => {
    const projection = ends.get(row.placed.job);
    const from = row.placed.isBegun
      ? now
      : row.place && new Date(Math.max(now.getTime(), row.place.startsAt.getTime()));
    return {
      ...viewOfJob(row, basis),
      from: projection && from ? from.toISOString() : null,
      likelyEnd: projection ? moment(projection.likelyEnd) : null,
      safeEnd: projection ? moment(projection.safeEnd) : null,
    };
  });
  const used = new Set(basis.jobs.flatMap(({ placed: { person } }) => person ?? []));
  return {
    date: date.toISODate()!,
    today: dayIn(timeZone, null, now).toISODate()!,
    now: now.toISOString(),
    opens: open && open.from.toUTC().toISO(),
    closes: open && open.to.toUTC().toISO(),
    hoursOpen: open ? open.to.diff(open.from, 'hours').hours : 0,
    people: people
      .filter(({ id, active, role }) => (active && role !== 'owner') || used.has(id))
      .map(({ id, name, role, active }) => ({ id, name, role, isHere: active })),
    bays,
    jobs,
    conflicts: conflictsIn(basis),
    ...loadFrom(jobs, date, basis),
  };
}

const viewOfJob = ({ standing, placed, place, isGuess, due, waits }: DayJobRow, { now, tools }: DayBasis) => {
  const scarce = new Set(tools.map(({ tool }) => tool));
  const { job } = standing;
  const { make, model, year, label } = job.vehicle;
  return {
    number: job.number,
    title: job.title,
    vehicle: [`${make} ${model}`, year, label].filter(Boolean).join(' · '),
    customer: job.customer,
    likelySeconds: placed.likelySeconds,
    safeSeconds: placed.safeSeconds,
    waitSeconds: standing.runs.reduce((sum, run) => sum + run.waitSeconds, 0),
    isGuess,
    isBegun: placed.isBegun,
    waits,
    dueAt: due?.at.toISOString() ?? null,
    dueFrom: due?.from ?? null,
    partsAt: job.partsAt?.toISOString() ?? null,
    parts: job.parts,
    tools: placed.tools.filter((tool) => scarce.has(tool)).map((tool) => toolFor(tool).name),
    hasSrs: placed.hasSrs,
    takesTwo: placed.takesTwo,
    isHighVoltage: placed.isHighVoltage,
    place:
      place || placed.person
        ? {
            person: placed.person,
            bay: place?.bay ?? null,
            startsAt: (place?.startsAt ?? now).toISOString(),
            version: place?.version ?? 0,
            by: place?.placedBy ?? '',
          }
        : null,
  };
};

/** How much of the next working days is taken up, by person. */
function loadFrom(
  jobs: DayJobView[],
  first: DateTime,
  { hours }: Pick<DayBasis, 'hours'>,
): Pick<DayView, 'load' | 'dates'> {
  const days = Array.from({ length: LOOK_AHEAD }, (_, n) => first.plus({ days: n }))
    .flatMap((date) => hoursOf(date, hours) ?? [])
    .slice(0, LOAD_DAYS);
  const load = days.flatMap(({ from, to }) => {
    const byPerson = new Map<string, number>();
    for (const { place, from: begins, likelyEnd } of jobs) {
      if (!place?.person || !begins || !likelyEnd) continue;
      const during = Math.min(to.toMillis(), Date.parse(likelyEnd)) - Math.max(from.toMillis(), Date.parse(begins));
      if (during > 0) byPerson.set(place.person, (byPerson.get(place.person) ?? 0) + during / 3_600_000);
    }
    return [...byPerson].map(([person, sum]) => ({
      date: from.toISODate()!,
      person,
      hours: Math.round(sum * 100) / 100,
    }));
  });
  return { load, dates: days.map(({ from }) => from.toISODate()!) };
}
