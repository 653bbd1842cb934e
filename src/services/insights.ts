import type { InsightsView, InsightTable } from '../contracts/views';
import { findFastenerKind } from '../core/hardware';
import { calibrationOf, calibrationWords } from '../core/learn';
import { readItemKey, recordedId } from '../core/procedure';
import {
  activeSeconds,
  effectOf,
  effectWords,
  experienceOf,
  experienceWords,
  type RunEvent,
  timeLeft,
  timeSpent,
} from '../core/run';
import {
  db,
  finishedMark,
  listAcceptedDecisions,
  listEventsOf,
  listFinishedRuns,
  listTitles,
  type Actor,
  type RunRow,
} from '../data';
import { csvOf } from './exchange';
import { troublesOf } from './experience';
import { FASTEST_HANDS, shopHistory } from './history';
import { demand } from './permission';
import { lookAt } from './runs';
import { shopCatalogue } from './shop';

/** Finished runs that are looked at: the newest. */
const MOST_RUNS = 200;
const MOST_ROWS = 40;
/** The level of a safe time. */
const LEVEL = 0.8;

const WHAT: Record<string, string> = {
  release: 'fasteners out',
  undo: 'plugs and cables off',
  free: 'panels free',
  peel: 'shields peeled',
  takeOff: 'panels off',
  work: 'fitting and other work',
  start: 'screws started by hand',
  tighten: 'screws tightened',
  fit: 'clips and pins back',
  join: 'plugs and cables on',
  place: 'panels offered up',
  seat: 'panels seated',
  seal: 'sealing',
  gate: 'checks',
  batteryOff: 'battery',
  batteryOn: 'battery',
  wait: 'waiting',
  check: 'checks',
  restore: 'putting aside undone',
};

let remembered: { mark: string; view: InsightsView } | null = null;

/** What the newest finished runs teach; worked out again only when a run was finished since. */
export async function viewInsights(by: Actor): Promise<InsightsView> {
  demand(by, 'follow');
  const mark = await finishedMark(db);
  if (remembered?.mark === mark) return remembered.view;
  const runs = await listFinishedRuns(db, MOST_RUNS);
  const events = await listEventsOf<RunEvent>(
    db,
    runs.map(({ id }) => id),
  );
  const judged = runs.map((run) => promiseOf(run, events.get(run.id)!));
  const believed = judged.filter((one) => one !== null);
  const procedures = [...new Set(runs.flatMap(({ plan }) => plan.documents.map(({ id }) => recordedId(id))))];
  const calibration = calibrationOf(believed, LEVEL);
  const view: InsightsView = {
    runs: runs.length,
    level: LEVEL,
    calibration,
    calibrationWords: calibrationWords(calibration, LEVEL),
    promises: believed.slice(0, MOST_ROWS).map(({ job, title, likelySeconds, safeSeconds, actualSeconds }) => ({
      job,
      title,
      likelyMinutes: minutes(likelySeconds),
      safeMinutes: minutes(safeSeconds),
      actualMinutes: minutes(actualSeconds),
      held: actualSeconds <= safeSeconds,
    })),
    ...timeOf([...events.values()]),
    breaks: await breaksOf(),
    ...(await troubles(procedures)),
  };
  remembered = { mark, view };
  return view;
}

const minutes = (seconds: number) => Math.round(seconds / 6) / 10;

/** What a run was promised to take and took; null where its taps cannot be hands. */
function promiseOf({ plan, jobNumber, title }: RunRow, events: RunEvent[]) {
  const { state, view } = lookAt(plan, []);
  const { likelySeconds, safeSeconds } = timeLeft(plan, state, view);
  const actualSeconds = activeSeconds(events);
  return actualSeconds < likelySeconds * FASTEST_HANDS
    ? null
    : { job: jobNumber, title, likelySeconds, safeSeconds, actualSeconds };
}

function timeOf(logs: RunEvent[][]): Pick<InsightsView, 'time' | 'leftOut'> {
  const sums = new Map<string, number>();
  const leftOut = { tooFast: 0, gaps: 0 };
  for (const { byType, tooFast, gaps } of logs.map(timeSpent)) {
    leftOut.tooFast += tooFast;
    leftOut.gaps += gaps;
    for (const [type, seconds] of byType) sums.set(WHAT[type] ?? type, (sums.get(WHAT[type] ?? type) ?? 0) + seconds);
  }
  const time = [...sums].map(([what, seconds]) => ({ what, minutes: minutes(seconds) }));
  return { time: time.sort((a, b) => b.minutes - a.minutes || (a.what < b.what ? -1 : 1)), leftOut };
}

async function breaksOf(): Promise<InsightsView['breaks']> {
  const [{ kinds }, catalogue] = await Promise.all([shopHistory(), shopCatalogue()]);
  return Object.entries(kinds)
    .filter(([, { broken }]) => broken > 0)
    .map(([kind, { out, broken }]) => ({
      what: findFastenerKind(catalogue, kind)?.plural ?? kind,
      out,
      broken,
      percent: Math.round((1000 * broken) / Math.max(1, out)) / 10,
    }))
    .sort((a, b) => b.broken - a.broken || (a.what < b.what ? -1 : 1));
}

async function troubles(procedures: string[]): Promise<Pick<InsightsView, 'misses' | 'effects' | 'rehearse'>> {
  const [all, titles, decisions] = await Promise.all([
    troublesOf(procedures),
    listTitles(db, procedures),
    listAcceptedDecisions(db, MOST_ROWS),
  ]);
  const title = (id: string) => titles.get(id) ?? id;
  const misses = [...all].flatMap(([procedure, { troubles: own, runs }]) => {
    const missed = new Set(own.filter(({ kind }) => kind === 'missed').map(({ run }) => run)).size;
    if (missed === 0) return [];
    return [
      {
        procedure,
        title: title(procedure),
        runs: runs.length,
        missed,
        percent: Math.round((100 * missed) / Math.max(1, runs.length)),
      },
    ];
  });
  misses.sort((a, b) => b.percent - a.percent || b.missed - a.missed || (a.procedure < b.procedure ? -1 : 1));
  return {
    misses,
    effects: decisions.flatMap(({ procedure, revision, items }) => {
      const known = all.get(procedure);
      const own = new Set(items.flatMap((key) => readItemKey(key)?.item ?? []));
      if (!known || own.size === 0) return [];
      const words = effectWords(effectOf(own, revision, known.troubles, known.runs));
      return [{ procedure, title: title(procedure), revision, words }];
    }),
    rehearse: misses.slice(0, 5).map(({ procedure }) => {
      const { troubles: own, runs } = all.get(procedure)!;
      const missed = own.filter(({ kind }) => kind === 'missed');
      const words = [...experienceOf(missed, runs.length).values()].flatMap(experienceWords);
      return { procedure, title: title(procedure), words: words.slice(0, 3) };
    }),
  };
}

/** One table of it as CSV. */
export async function exportInsights(by: Actor, table: InsightTable): Promise<Buffer> {
  const rows = (await viewInsights(by))[table] as Record<string, string | number | boolean>[];
  const columns = Object.keys(rows[0] ?? { nothing: '' });
  const cells = rows.map((row) =>
    columns.map((column) => (typeof row[column] === 'boolean' ? String(row[column]) : row[column])),
  );
  return Buffer.from(csvOf({ columns, rows: cells as (string | number)[][] }), 'utf8');
}
