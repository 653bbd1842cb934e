import type { DueView, PastRehearsalView, RehearseView } from '../../contracts/views';
import { BASE_CATALOGUE, titleWithSide } from '../../core/trade';
import { type Due, dueFrom } from '../../core/rehearse';
import { dbOf, listPastRehearsals, listRehearsers, searchProcedures, type Actor, type PastRehearsal } from '../../data';
import { everybody } from '../people';
import { may } from '../permission';
import { tasksOf } from './tasks';

/** Rehearsals of a person that are looked at, and due ones that are shown. */
const [MOST_PAST, MOST_DUE, MOST_PROCEDURES] = [400, 12, 500];
const DAY_MS = 86_400_000;

/** What to rehearse, how it went, and for leads how everybody is doing. */
export async function viewRehearse(by: Actor, now = new Date()): Promise<RehearseView> {
  const db = dbOf(by);
  const isLead = may(by, 'set-tasks');
  const [past, tasks, procedures, team] = await Promise.all([
    listPastRehearsals(db, by.id, MOST_PAST),
    tasksOf(by.branch, isLead ? null : by.id),
    searchProcedures(db, by.branch, { words: [], zone: null, side: null, year: null }, MOST_PROCEDURES),
    isLead ? teamOf(by) : null,
  ]);
  return {
    due: dueOf(past, now),
    mine: tasks.filter(({ person, doneAt }) => person === by.id && doneAt === null),
    past: past.map(pastView).reverse(),
    team,
    tasks: isLead ? tasks : [],
    procedures: procedures
      .filter(({ revision, retiredAt }) => revision !== null && !retiredAt)
      .map((row) => ({ id: row.id, title: titleWithSide(row) })),
  };
}

async function teamOf(by: Actor): Promise<RehearseView['team']> {
  const db = dbOf(by);
  const [people, rows] = await Promise.all([everybody(by.branch), listRehearsers(db, by.branch)]);
  const of = new Map(rows.map((row) => [row.person, row]));
  return people
    .filter(({ active }) => active)
    .map(({ id, name }) => {
      const row = of.get(id);
      return {
        id,
        name,
        times: row?.times ?? 0,
        points: row?.points ?? null,
        lastAt: row?.lastAt.toISOString() ?? null,
      };
    });
}

const dayOf = (at: Date) => Math.floor(at.getTime() / DAY_MS);

/** What is due by what went before. A kind is rehearsed on the procedure where it was met last. */
function dueOf(past: PastRehearsal[], now: Date): DueView[] {
  const today = dayOf(now);
  const due = dueFrom(
    past.map(({ finishedAt, procedure, points, kinds, weakKinds }) => ({
      day: dayOf(finishedAt),
      procedure,
      points,
      kinds,
      weakKinds,
    })),
  );
  const titles = new Map(past.map(({ procedure, title }) => [procedure, title]));
  const homeOf = ({ what, code }: Due) =>
    what === 'procedure' ? code : (past.findLast(({ kinds }) => kinds.includes(code))?.procedure ?? null);
  // A kind that goes well is rehearsed with its procedures: only what was weak has a line of its own.
  return due
    .filter(({ what, lastPoints }) => what === 'procedure' || lastPoints < 60)
    .slice(0, MOST_DUE)
    .map((one) => {
      const procedure = homeOf(one);
      return {
        what: one.what,
        times: one.times,
        lastPoints: one.lastPoints,
        words: one.what === 'procedure' ? (titles.get(one.code) ?? one.code) : kindWords(one.code),
        procedure,
        title: procedure ? (titles.get(procedure) ?? null) : null,
        inDays: one.day - today,
      };
    });
}

const kindWords = (code: string) =>
  BASE_CATALOGUE.fasteners.get(code)?.plural ?? BASE_CATALOGUE.links.get(code)?.plural ?? code;

const pastView = ({ id, procedure, title, level, points, score, finishedAt }: PastRehearsal): PastRehearsalView => ({
  id,
  procedure,
  title,
  level,
  points,
  brokenPieces: score.brokenPieces,
  missed: score.missed,
  needless: score.needless.length,
  seconds: score.seconds,
  bestSeconds: score.bestSeconds,
  at: finishedAt.toISOString(),
});
