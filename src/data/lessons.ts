import { readRunPlan, type RunPlan } from '../core/telling';
import type { Lesson } from '../core/bay';
import type { Db } from './pool';

export interface LessonRow extends Lesson {
  run: string;
  jobNumber: number;
  title: string;
}

/** Keeps what a finished run teaches; a second time changes nothing. */
export async function insertLesson(db: Db, runId: string, lesson: Lesson): Promise<void> {
  await db.query(
    `insert into run_lessons (run_id, lesson, finished_at) select $1, $2, coalesce(finished_at, now()) from runs where id = $1 on conflict do nothing`,
    [runId, lesson],
  );
}

/** What the newest finished runs teach, oldest first. */
export async function listLessons(db: Db, limit: number): Promise<LessonRow[]> {
  const { rows } = await db.query<{ run: string; jobNumber: number; title: string; lesson: Lesson }>(
    `select l.run_id as run, r.job_number as "jobNumber", r.title, l.lesson
       from run_lessons l join runs r on r.id = l.run_id order by l.finished_at desc, l.run_id limit $1`,
    [limit],
  );
  return rows.reverse().map(({ lesson, ...run }) => ({ ...run, ...lesson }));
}

/** Finished runs that nobody has learned from yet, the newest first. */
export async function listUnlearned(db: Db, limit: number): Promise<{ id: string; plan: RunPlan }[]> {
  const { rows } = await db.query<{ id: string; plan: RunPlan }>(
    `select r.id, r.plan from runs r where r.finished_at is not null and not exists (select 1 from run_lessons l where l.run_id = r.id)
      order by r.finished_at desc, r.id limit $1`,
    [limit],
  );
  return rows.map(({ id, plan }) => ({ id, plan: readRunPlan(plan) }));
}
