import { notFound } from '../core/errors';
import {
  LEFT_KEPT_DAYS,
  type Level,
  LEVELS,
  LEVELS_MEETING,
  type Move,
  type Score,
  type Setup,
} from '../core/rehearse';
import type { Branch, Db } from './pool';

/** A setup as it is stored; the catalogue is the shop's at the time it is read. */
export type StoredSetup = Omit<Setup, 'catalogue'> & { version: 1 };

export interface RehearsalRow {
  id: string;
  branch: Branch;
  person: string;
  procedure: string;
  title: string;
  revision: number | null;
  draftVersion: number | null;
  level: Level;
  setup: StoredSetup;
  begunAt: Date;
  finishedAt: Date | null;
  /** Null until it is over, like what it came to. */
  moves: Move[] | null;
  takenSeconds: number | null;
  score: Score | null;
}

/** A finished rehearsal in a list. */
export interface PastRehearsal {
  id: string;
  person: string;
  procedure: string;
  title: string;
  level: Level;
  points: number;
  score: Score;
  kinds: string[];
  weakKinds: string[];
  finishedAt: Date;
}

/** Begins a rehearsal. */
export async function insertRehearsal(
  db: Db,
  one: Pick<RehearsalRow, 'id' | 'branch' | 'person' | 'procedure' | 'revision' | 'draftVersion' | 'level' | 'setup'>,
): Promise<void> {
  await db.query(
    `insert into rehearsals (id, branch, person, procedure_id, revision, draft_version, level, setup) values ($1, $2, $3, $4, $5, $6, $7, $8)`,
    [one.id, one.branch, one.person, one.procedure, one.revision, one.draftVersion, one.level, one.setup],
  );
}

/** One rehearsal. Throws not-found. */
export async function getRehearsal(db: Db, id: string): Promise<RehearsalRow> {
  const { rows } = await db.query<RehearsalRow>(
    `select r.id, r.branch, r.person, r.procedure_id as procedure, p.title, r.revision, r.draft_version as "draftVersion", r.level, r.setup, r.begun_at as "begunAt",
            r.finished_at as "finishedAt", r.moves, r.taken_seconds as "takenSeconds", r.score
       from rehearsals r join procedures p on p.id = r.procedure_id where r.id = $1`,
    [id],
  );
  if (!rows[0]) throw notFound('no-rehearsal', 'There is no such rehearsal.');
  return rows[0];
}

/** Keeps what a rehearsal came to; a second time changes nothing. */
export async function finishRehearsal(
  db: Db,
  id: string,
  one: { moves: Move[]; score: Score; takenSeconds: number; kinds: string[]; weakKinds: string[] },
): Promise<void> {
  await db.query(
    `update rehearsals set moves = $2, score = $3, points = $4, taken_seconds = $5, kinds = $6, weak_kinds = $7, finished_at = now()
      where id = $1 and finished_at is null`,
    [id, JSON.stringify(one.moves), one.score, one.score.points, one.takenSeconds, one.kinds, one.weakKinds],
  );
}

/** Takes away what somebody began and left too long ago to go on with. */
export async function deleteLeftRehearsals(db: Db, person: string): Promise<void> {
  await db.query(
    `delete from rehearsals where person = $1 and finished_at is null and begun_at < now() - make_interval(days => $2)`,
    [person, LEFT_KEPT_DAYS],
  );
}

const PAST = `r.id, r.person, r.procedure_id as procedure, p.title, r.level, r.points, r.score, r.kinds, r.weak_kinds as "weakKinds", r.finished_at as "finishedAt"`;

/** Finished rehearsals of one person, oldest first: the newest of them. */
export async function listPastRehearsals(db: Db, person: string, limit: number): Promise<PastRehearsal[]> {
  const { rows } = await db.query<PastRehearsal>(
    `select ${PAST} from rehearsals r join procedures p on p.id = r.procedure_id
      where r.person = $1 and r.finished_at is not null order by r.finished_at desc, r.id limit $2`,
    [person, limit],
  );
  return rows.reverse();
}

/** For each person of a branch, how often they rehearsed, how well of late and when last. */
export async function listRehearsers(
  db: Db,
  branch: Branch,
): Promise<{ person: string; times: number; points: number; lastAt: Date }[]> {
  const { rows } = await db.query<{ person: string; times: number; points: number; lastAt: Date }>(
    `select person, count(*)::int as times, round(avg(points) filter (where place <= 5))::int as points, max(finished_at) as "lastAt"
       from (select person, points, finished_at, row_number() over (partition by person order by finished_at desc) as place
               from rehearsals where branch = $1 and finished_at is not null) r
      group by person order by person`,
    [branch],
  );
  return rows;
}

/** Finished rehearsals of a draft as it stands, by others than whoever edited it. */
export async function listTesters(
  db: Db,
  procedure: string,
  version: number,
  editors: string[],
): Promise<Pick<PastRehearsal, 'person' | 'score' | 'finishedAt'>[]> {
  const { rows } = await db.query<Pick<PastRehearsal, 'person' | 'score' | 'finishedAt'>>(
    `select person, score, finished_at as "finishedAt" from rehearsals
      where procedure_id = $1 and draft_version = $2 and finished_at is not null and score->>'ending' = 'finished' and person <> all($3) order by finished_at`,
    [procedure, version, editors],
  );
  return rows;
}

/** Every level with each that it is done by. */
const MEETING = LEVELS.flatMap((asked) => LEVELS_MEETING[asked].map((done) => [asked, done] as const));

export interface TaskRow {
  person: string;
  procedure: string;
  title: string;
  level: Level;
  setBy: string;
  setAt: Date;
  /** When it was done: rehearsed to its end at that level or a harder one since it was set. */
  doneAt: Date | null;
}

/** What people of a branch, or one of them, are to rehearse; done ones too. */
export async function listTasks(db: Db, branch: Branch, person: string | null): Promise<TaskRow[]> {
  const { rows } = await db.query<TaskRow>(
    `select t.person, t.procedure_id as procedure, p.title, t.level, t.set_by as "setBy", t.set_at as "setAt",
            (select min(r.finished_at) from rehearsals r where r.person = t.person and r.procedure_id = t.procedure_id and r.finished_at >= t.set_at
                and r.score->>'ending' = 'finished' and exists (select 1 from unnest($3::text[], $4::text[]) as meets(asked, done) where asked = t.level and done = r.level)) as "doneAt"
       from rehearsal_tasks t join procedures p on p.id = t.procedure_id join people w on w.id = t.person
      where w.branch = $1 and ($2::text is null or t.person = $2) order by t.set_at desc, t.person, t.procedure_id`,
    [branch, person, MEETING.map(([asked]) => asked), MEETING.map(([, done]) => done)],
  );
  return rows;
}

/** Wants somebody to rehearse; again sets it anew. */
export async function setTask(
  db: Db,
  one: { person: string; procedure: string; level: Level; setBy: string },
): Promise<void> {
  await db.query(
    `insert into rehearsal_tasks (person, procedure_id, level, set_by) values ($1, $2, $3, $4)
     on conflict (person, procedure_id) do update set level = excluded.level, set_by = excluded.set_by, set_at = now()`,
    [one.person, one.procedure, one.level, one.setBy],
  );
}

/** Takes it back. */
export async function deleteTask(db: Db, person: string, procedure: string): Promise<void> {
  await db.query('delete from rehearsal_tasks where person = $1 and procedure_id = $2', [person, procedure]);
}
