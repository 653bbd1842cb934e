import type { Speaker } from '../core/bench';
import type { Db } from './pool';

const COLUMNS =
  'name, kind, basket, cutout, holes, circle, depth, proud, stroke, ohms, sensitivity_db as "sensitivityDb", watts';

/** The shop's speakers by name, at most so many. */
export async function listSpeakers(db: Db, limit: number): Promise<Speaker[]> {
  const { rows } = await db.query<Speaker>(`select ${COLUMNS} from speakers order by name limit $1`, [limit]);
  return rows;
}

/** One speaker by its name; null where the list has none of that name. */
export async function findSpeaker(db: Db, name: string): Promise<Speaker | null> {
  const { rows } = await db.query<Speaker>(`select ${COLUMNS} from speakers where name = $1`, [name]);
  return rows[0] ?? null;
}

/** Puts speakers on the list; one that is there already is replaced. Names must differ. */
export async function upsertSpeakers(db: Db, speakers: readonly Speaker[]): Promise<void> {
  await db.query(
    `insert into speakers (name, kind, basket, cutout, holes, circle, depth, proud, stroke, ohms, sensitivity_db, watts)
     select name, kind, basket, cutout, holes, circle, depth, proud, stroke, ohms, "sensitivityDb", watts
       from jsonb_to_recordset($1) as s (name text, kind text, basket float, cutout float, holes integer, circle float, depth float, proud float, stroke float, ohms float,
         "sensitivityDb" float, watts float)
     on conflict (branch, name) do update set kind = excluded.kind, basket = excluded.basket, cutout = excluded.cutout, holes = excluded.holes, circle = excluded.circle,
       depth = excluded.depth, proud = excluded.proud, stroke = excluded.stroke, ohms = excluded.ohms, sensitivity_db = excluded.sensitivity_db, watts = excluded.watts`,
    [JSON.stringify(speakers)],
  );
}

/** Takes a speaker off the list. Returns whether it was there. */
export async function deleteSpeaker(db: Db, name: string): Promise<boolean> {
  const { rowCount } = await db.query('delete from speakers where name = $1', [name]);
  return rowCount === 1;
}
