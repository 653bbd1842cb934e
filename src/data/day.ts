import { conflict } from '../core/errors';
import type { Db } from './pool';

export interface DayPlaceRow {
  jobNumber: number;
  person: string | null;
  bay: string | null;
  startsAt: Date;
  version: number;
  placedBy: string;
  placedAt: Date;
}

const PLACE = `job_number as "jobNumber", person_id as person, bay, starts_at as "startsAt", version, placed_by as "placedBy", placed_at as "placedAt"`;

/** Where jobs are placed. */
export async function listDayPlaces(db: Db, jobNumbers: number[]): Promise<DayPlaceRow[]> {
  const { rows } = await db.query<DayPlaceRow>(
    `select ${PLACE} from day_places where job_number = any($1) order by starts_at, job_number`,
    [jobNumbers],
  );
  return rows;
}

/** Places a job, or moves it from where it was seen (`version`, 0 for nowhere). Throws a conflict where somebody moved it meanwhile. */
export async function placeJob(
  db: Db,
  place: { jobNumber: number; person: string | null; bay: string | null; startsAt: Date; by: string },
  version: number,
): Promise<void> {
  const { rowCount } = await db.query(
    version === 0
      ? `insert into day_places (job_number, person_id, bay, starts_at, placed_by) values ($1, $2, $3, $4, $5) on conflict do nothing`
      : `update day_places set person_id = $2, bay = $3, starts_at = $4, placed_by = $5, placed_at = now(), version = version + 1 where job_number = $1 and version = $6`,
    [place.jobNumber, place.person, place.bay, place.startsAt, place.by, ...(version === 0 ? [] : [version])],
  );
  if (rowCount === 0) throw moved(place.jobNumber);
}

/** Takes a job off the day. Throws a conflict where somebody moved it meanwhile. */
export async function unplaceJob(db: Db, jobNumber: number, version: number): Promise<void> {
  const { rowCount } = await db.query('delete from day_places where job_number = $1 and version = $2', [
    jobNumber,
    version,
  ]);
  if (rowCount === 0) throw moved(jobNumber);
}

const moved = (jobNumber: number) =>
  conflict('moved-meanwhile', `Somebody moved job ${jobNumber} meanwhile. Look where it is now, then move it again.`);

/** Jobs that somebody is placed on. */
export async function listJobsPlacedWith(db: Db, person: string): Promise<number[]> {
  const { rows } = await db.query<{ job: number }>(
    `select d.job_number as job from day_places d join logs l on l.job_number = d.job_number and l.kind = 'visit' and l.closed_position is null
      where d.person_id = $1 order by 1`,
    [person],
  );
  return rows.map(({ job }) => job);
}

/** Notes what a job is promised for, and when its part comes. */
export async function updateJobTimes(
  db: Db,
  jobNumber: number,
  { dueAt, partsAt, parts }: { dueAt: Date | null; partsAt: Date | null; parts: string },
): Promise<void> {
  await db.query('update jobs set due_at = $2, parts_at = $3, parts = $4 where number = $1', [
    jobNumber,
    dueAt,
    partsAt,
    parts,
  ]);
}
