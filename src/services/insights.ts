import type { InsightsView, InsightTable } from '../contracts/views';
import { findFastenerKind } from '../core/trade';
import { calibrationOf, calibrationWords } from '../core/shop';
import { readItemKey } from '../core/document';
import { effectOf, effectWords, experienceOf, experienceWords } from '../core/bay';
import {
  dbOf,
  finishedMark,
  listAcceptedDecisions,
  listTitles,
  type Actor,
  type LessonRow,
  type Branch,
} from '../data';
import { csvOf } from './exchange';
import { troublesOf } from './experience';
import { shopExperience } from './history';
import { everybodysNames } from './people';
import { demand } from './permission';
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

/** By branch: nobody sees another's. */
const remembered = new Map<Branch, { mark: string; view: InsightsView }>();

/** What the newest finished runs teach; worked out again only when a run was finished or a finding taken in since. */
export async function viewInsights(by: Actor): Promise<InsightsView> {
  demand(by, 'follow');
  const db = dbOf(by);
  const decisions = await listAcceptedDecisions(db, MOST_ROWS);
  const mark = `${await finishedMark(db)} ${decisions.map(({ procedure, revision }) => `${procedure}@${revision}`).join()}`;
  const known = remembered.get(by.branch);
  if (known?.mark === mark) return known.view;
  const { lessons, paces } = await shopExperience(by.branch);
  const newest = lessons.slice(-MOST_RUNS);
  const believed = newest.filter(({ leftOut }) => leftOut !== 'too-fast').reverse();
  const kept = believed.map(({ promised, tookSeconds }) => ({
    safeSeconds: promised.safeSeconds,
    actualSeconds: tookSeconds,
  }));
  const calibration = calibrationOf(kept, LEVEL);
  const view: InsightsView = {
    runs: newest.length,
    level: LEVEL,
    calibration,
    calibrationWords: calibrationWords(calibration, LEVEL),
    promises: believed.slice(0, MOST_ROWS).map(({ jobNumber, title, promised, tookSeconds }) => ({
      job: jobNumber,
      title,
      likelyMinutes: minutes(promised.likelySeconds),
      safeMinutes: minutes(promised.safeSeconds),
      actualMinutes: minutes(tookSeconds),
      held: tookSeconds <= promised.safeSeconds,
    })),
    ...timeOf(newest),
    breaks: await breaksOf(newest),
    hands: await handsOf(by.branch, newest, paces.people),
    ...repetitionOf(newest, paces.doubling),
    ...(await troubles(by.branch, [...new Set(newest.flatMap(({ procedures }) => procedures))], decisions)),
  };
  remembered.set(by.branch, { mark, view });
  return view;
}

const minutes = (seconds: number) => Math.round(seconds / 6) / 10;

function timeOf(lessons: readonly LessonRow[]): Pick<InsightsView, 'time' | 'leftOut'> {
  const sums = new Map<string, number>();
  const leftOut = { tooFast: 0, gaps: 0, runs: 0 };
  for (const lesson of lessons) {
    leftOut.tooFast += lesson.tooFast;
    leftOut.gaps += lesson.gaps;
    leftOut.runs += lesson.leftOut ? 1 : 0;
    for (const [type, seconds] of Object.entries(lesson.spent))
      sums.set(WHAT[type] ?? type, (sums.get(WHAT[type] ?? type) ?? 0) + seconds);
  }
  const time = [...sums].map(([what, seconds]) => ({ what, minutes: minutes(seconds) }));
  return { time: time.sort((a, b) => b.minutes - a.minutes || (a.what < b.what ? -1 : 1)), leftOut };
}

async function breaksOf(lessons: readonly LessonRow[]): Promise<InsightsView['breaks']> {
  const catalogue = await shopCatalogue();
  const sums = new Map<string, { out: number; broken: number }>();
  for (const { kind, out, broken } of lessons.flatMap(({ breaks }) => breaks)) {
    const known = sums.get(kind) ?? { out: 0, broken: 0 };
    sums.set(kind, { out: known.out + out, broken: known.broken + broken });
  }
  return [...sums]
    .filter(([, { broken }]) => broken > 0)
    .map(([kind, { out, broken }]) => ({
      what: findFastenerKind(catalogue, kind)?.plural ?? kind,
      out,
      broken,
      percent: Math.round((1000 * broken) / Math.max(1, out)) / 10,
    }))
    .sort((a, b) => b.broken - a.broken || (a.what < b.what ? -1 : 1));
}

/** Each person's time against the shop's, for the same work and the same practice; a few runs move it little. */
async function handsOf(
  branch: Branch,
  lessons: readonly LessonRow[],
  people: Record<string, number>,
): Promise<InsightsView['hands']> {
  const names = await everybodysNames(branch);
  return Object.entries(people)
    .map(([person, pace]) => ({
      who: names[person] ?? person,
      runs: lessons.filter((one) => one.person === person && !one.leftOut).length,
      percent: Math.round(100 * pace),
    }))
    .filter(({ runs }) => runs > 0)
    .sort((a, b) => a.percent - b.percent || (a.who < b.who ? -1 : 1));
}

/** Runs from which on the shop's own learning curve is told as such. */
const ENOUGH_RUNS = 12;

/** Bounds of how often somebody had done the same work before, with their words. */
const TIMES: [upTo: number, words: string][] = [
  [0, 'first time'],
  [1, 'second time'],
  [3, 'third or fourth'],
  [7, 'fifth to eighth'],
  [Infinity, 'more often'],
];

/** How long work took by how often the same hands had done it, against the catalogue: the middle one. */
function repetitionOf(
  lessons: readonly LessonRow[],
  doubling: number,
): Pick<InsightsView, 'repetition' | 'practiceWords'> {
  const done = new Map<string, number>();
  const ratios = new Map<string, number[]>();
  for (const { work, person, leftOut, tookSeconds, standardSeconds } of lessons) {
    if (leftOut || person === null) continue;
    const before = done.get(`${person}/${work}`) ?? 0;
    done.set(`${person}/${work}`, before + 1);
    const [, words] = TIMES.find(([upTo]) => before <= upTo)!;
    ratios.set(words, [...(ratios.get(words) ?? []), tookSeconds / standardSeconds]);
  }
  const repetition = TIMES.flatMap(([, words]) => {
    const own = ratios.get(words)?.sort((a, b) => a - b);
    return own ? [{ times: words, runs: own.length, percent: Math.round(100 * own[Math.floor(own.length / 2)]) }] : [];
  });
  const off = Math.round(100 * (1 - doubling));
  const isKnown = repetition.reduce((sum, { runs }) => sum + runs, 0) >= ENOUGH_RUNS;
  const practiceWords = isKnown
    ? `Doing it twice as often takes about ${off} % off the time.`
    : `Too few runs to tell what practice does here; about ${off} % off each time it doubles is supposed.`;
  return { repetition, practiceWords };
}

async function troubles(
  branch: Branch,
  procedures: string[],
  decisions: Awaited<ReturnType<typeof listAcceptedDecisions>>,
): Promise<Pick<InsightsView, 'misses' | 'effects' | 'rehearse'>> {
  const db = dbOf(branch);
  const [all, titles] = await Promise.all([troublesOf(branch, procedures), listTitles(db, procedures)]);
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
      const heard = [...experienceOf(missed, runs.length).values()].flatMap(experienceWords);
      return { procedure, title: title(procedure), words: heard.slice(0, 3) };
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
