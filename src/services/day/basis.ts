import type { DayConflictView, JobStanding } from '../../contracts/views';
import { toolFor } from '../../core/trade';
import { conflictsOf, conflictWords, type PlacedJob } from '../../core/shop';
import { WAIT_WORDS } from '../../core/bay';
import {
  dbOf,
  listDayPlaces,
  listKits,
  listPeople,
  listPromises,
  listShopTools,
  type Branch,
  type DayPlaceRow,
  type Person,
  type PromiseRow,
  type ShopToolRow,
} from '../../data';
import { jobBoard } from '../board';
import { readShop } from '../shop';
import { dayIn, workBetween, type WorkingHours } from '../working-time';

/** What is taken for work that nobody has planned or quoted yet, for the walk round on arrival, and for handing back; seconds (common practice, no source). */
const [UNPLANNED, CHECK_IN, HAND_OVER] = [3600, 600, 600];
/** A safe time against the likely one where only one is known (common practice, no source). */
const RESERVE = 1.4;
/** Stages in which somebody's hands are at it. */
const AT_WORK: ReadonlySet<string> = new Set(['taking-apart', 'fitting', 'putting-back', 'to-close']);

/** Everything the day is made of. */
export interface DayBasis {
  now: Date;
  timeZone: string;
  hours: WorkingHours;
  bays: string[];
  people: Person[];
  kits: Map<string, string[]>;
  tools: ShopToolRow[];
  jobs: DayJobRow[];
}
/** A job of the day. */
export interface DayJobRow {
  standing: JobStanding;
  placed: PlacedJob;
  place: DayPlaceRow | null;
  isGuess: boolean;
  due: { at: Date; from: 'quote' | 'desk' } | null;
  /** In nobody's hands though begun: it is paused or waits for something. */
  isHeldUp: boolean;
  waits: string[];
}

/** What a day is made of, as things stand now; `known` is the board where it was looked at already. */
export async function basisOfDay(branch: Branch, now: Date, known?: JobStanding[]): Promise<DayBasis> {
  const db = dbOf(branch);
  const [{ open, places, promises }, { settings }, people, tools, kits] = await Promise.all([
    openJobs(branch, known),
    readShop(branch),
    listPeople(db),
    listShopTools(db, branch),
    listKits(db),
  ]);
  const placeOf = new Map(places.map((one) => [one.jobNumber, one]));
  const promiseOf = new Map(promises.map((one) => [one.jobNumber, one]));
  const basis = { now, timeZone: settings.timeZone, hours: settings.quotes, bays: settings.bays, people, tools, kits };
  return {
    ...basis,
    jobs: open.map((standing) =>
      rowOf(basis, standing, placeOf.get(standing.job.number) ?? null, promiseOf.get(standing.job.number)),
    ),
  };
}

/** Jobs that are not given back yet, with their places and what was promised. */
async function openJobs(branch: Branch, known?: JobStanding[]) {
  const db = dbOf(branch);
  const open = (known ?? (await jobBoard(branch))).filter(({ visit }) => !visit.closed);
  const numbers = open.map(({ job }) => job.number);
  const [places, promises] = await Promise.all([listDayPlaces(db, numbers), listPromises(db, numbers)]);
  return { open, places, promises };
}

function rowOf(
  { now, timeZone, hours, kits }: Pick<DayBasis, 'now' | 'timeZone' | 'hours' | 'kits'>,
  standing: JobStanding,
  place: DayPlaceRow | null,
  promise: PromiseRow | undefined,
): DayJobRow {
  const { job, runs, visit } = standing;
  const { likelySeconds, safeSeconds, isGuess } = leftOf(standing, promise);
  const working = runs.filter(({ stage }) => AT_WORK.has(stage));
  const isBegun = runs.some(({ stage }) => stage !== 'not-started' && stage !== 'finished');
  const person = working.find(({ holder }) => holder)?.holder ?? place?.person ?? null;
  const seconds = (at: Date) => workBetween(now, at, timeZone, hours);
  const at = job.dueAt ?? promise?.readyBy ?? null;
  const kit = new Set(person === null ? [] : (kits.get(person) ?? []));
  const waits = [
    ...visit.waits.map((wait) => `${WAIT_WORDS[wait.for]}: ${wait.what}`),
    ...runs.flatMap((run) => run.waits),
  ];
  return {
    standing,
    place,
    isGuess,
    due: at && { at, from: job.dueAt ? 'desk' : 'quote' },
    isHeldUp: (isBegun && working.length === 0) || visit.waits.length > 0,
    waits,
    placed: {
      job: job.number,
      person,
      bay: place?.bay ?? null,
      start: isBegun || !place ? 0 : Math.max(0, seconds(place.startsAt)),
      likelySeconds,
      safeSeconds,
      isBegun: working.length > 0,
      due: at && seconds(at),
      partsAt: job.partsAt && job.partsAt > now ? seconds(job.partsAt) : null,
      tools: [...new Set(runs.flatMap(({ tools }) => tools))].filter((tool) => !kit.has(tool)),
      hasSrs: runs.some(({ hasSrs }) => hasSrs),
      takesTwo: runs.some(({ takesTwo }) => takesTwo),
      trainedPerson: job.trainedPerson,
      isHighVoltage: job.vehicle.highVoltage,
    },
  };
}

/** How long a job takes still: its open runs, else what was quoted, else an hour; with the walk round on arrival, where that is still to come, and handing back. */
function leftOf({ runs, visit }: JobStanding, promise: PromiseRow | undefined) {
  const around = (visit.signed ? 0 : CHECK_IN) + HAND_OVER;
  const about = (likely: number, safe: number, isGuess = false) => ({
    likelySeconds: Math.round(likely) + around,
    safeSeconds: Math.round(Math.max(likely, safe) + around * RESERVE),
    isGuess,
  });
  const open = runs.filter(({ stage }) => stage !== 'finished');
  const sum = (field: 'likelySeconds' | 'safeSeconds') => open.reduce((all, run) => all + run[field], 0);
  if (runs.length > 0) return about(sum('likelySeconds'), sum('safeSeconds'));
  if (promise && promise.likelySeconds > 0) return about(promise.likelySeconds, promise.safeSeconds);
  return about(UNPLANNED, UNPLANNED * RESERVE, true);
}

/** Whether it stands on the day: placed, or in somebody’s hands. */
export const isPlaced = ({ place, placed }: DayJobRow) => place !== null || placed.isBegun;

/** Pieces of each tool of the list that may be used today: one that is due to be calibrated or charged is not. */
export function piecesOf({ tools, now, timeZone }: Pick<DayBasis, 'tools' | 'now' | 'timeZone'>): Map<string, number> {
  const today = dayIn(timeZone, null, now).toISODate()!;
  const pieces = new Map<string, number>(tools.map(({ tool }) => [tool, 0]));
  for (const { tool, dueOn } of tools) if (!dueOn || dueOn >= today) pieces.set(tool, pieces.get(tool)! + 1);
  return pieces;
}

/** What cannot be right about the day, in words. */
export function conflictsIn(basis: DayBasis): DayConflictView[] {
  const hands = basis.people.map(({ id, role, active }) => ({ id, role, isHere: active }));
  const found = conflictsOf(
    basis.jobs.filter(isPlaced).map(({ placed }) => placed),
    hands,
    piecesOf(basis),
  );
  const names = new Map(basis.people.map(({ id, name }) => [id, name]));
  const words = {
    person: (id: string) => names.get(id) ?? id,
    tool: (code: string) => toolFor(code).name.toLowerCase(),
  };
  return found.map((one) => ({ code: one.code, jobs: one.jobs, words: conflictWords(one, words) }));
}
