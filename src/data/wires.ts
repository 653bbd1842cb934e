import type { WireRow } from '../core/exchange';
import type { Db } from './pool';

/** A wire as it is found in the library. */
export interface FoundWire extends WireRow {
  title: string;
  side: string;
}

/** Procedures whose wires were not listed by this version of the program, or have changed since: their ids. */
export async function listUnlistedWires(db: Db, version: number, limit: number): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(
    'select id from procedures where wires_version is distinct from $1 order by id limit $2',
    [version, limit],
  );
  return rows.map(({ id }) => id);
}

/** Lists a procedure's wires anew. */
export async function replaceWires(
  db: Db,
  procedureId: string,
  wires: (WireRow & { searchText: string })[],
  version: number,
): Promise<void> {
  await db.query('select list_wires($1, $2, $3)', [
    procedureId,
    JSON.stringify(wires.map((one, position) => ({ ...one, position }))),
    version,
  ]);
}

/** Wires that hold every word, by procedure; at most `limit`. One `like` a word, as the trigram index serves it. */
export async function searchWires(db: Db, words: string[], limit: number): Promise<FoundWire[]> {
  const { rows } = await db.query<FoundWire>(
    `select w.procedure_id as procedure, p.title, p.side, w.item, w.connector, w.cavity, w.colour, w.does as "function", w.polarity, w.how, w.jobs, w.heard, w.sure
       from wires w join procedures p on p.id = w.procedure_id
      where p.retired_at is null ${words.map((_, at) => `and w.search_text like $${at + 2}`).join(' ')}
      order by p.title, p.id, w.position limit $1`,
    [limit, ...words.map((word) => `%${word.replace(/[\\%_]/g, '\\$&')}%`)],
  );
  return rows;
}
