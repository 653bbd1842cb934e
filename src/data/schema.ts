import type { Db } from './pool';

/** How many migrations the schema has that this program works with. */
export const SCHEMA = 32;

/** How many migrations the database has, and which version of the program brought it there. */
export async function readSchema(db: Db): Promise<{ schema: number; version: string | null }> {
  const { rows } = await db.query<{ schema: number; version: string | null }>(
    'select (select count(*)::int from migrations) as schema, (select version from schema_version) as version',
  );
  return rows[0];
}
