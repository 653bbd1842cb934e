import { createHash, type Hash } from 'node:crypto';
import { Transform } from 'node:stream';
import type pg from 'pg';

/** What a backup is: a zip with this manifest and the rows of each table as PostgreSQL's own text (COPY). Nothing in it is ever executed. */
export const FORMAT = 'pezzo-backup/1';

/** What a backup leaves out: whoever finds the file must not be signed in by it; and what the schema itself brings. */
const LEFT_OUT = new Set(['sessions', 'sign_in_tries', 'migrations', 'schema_version']);

export interface TableInFile {
  name: string;
  columns: string[];
  rows: number;
  /** SHA-256 of its text, hex. */
  sha256: string;
}

export interface Manifest {
  format: typeof FORMAT;
  /** The version of the program that wrote it. */
  version: string;
  /** How many migrations its schema has. */
  schema: number;
  madeAt: string;
  tables: TableInFile[];
}

/** The tables of our own schema that hold a shop's state, each after those it refers to, with their columns that are not worked out. */
export async function tablesOf(client: pg.ClientBase): Promise<{ name: string; columns: string[] }[]> {
  const { rows } = await client.query<{ name: string; columns: string[] }>(
    `select c.relname as name, array_agg(a.attname::text order by a.attnum) as columns
       from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attnum > 0 and not a.attisdropped and a.attgenerated = ''
      where c.relnamespace = 'public'::regnamespace and c.relkind = 'r' group by c.relname`,
  );
  const refers = await client.query<{ child: string; parent: string }>(
    `select distinct conrelid::regclass::text as child, confrelid::regclass::text as parent from pg_constraint where contype = 'f' and connamespace = 'public'::regnamespace`,
  );
  const parents = new Map<string, string[]>();
  for (const { child, parent } of refers.rows)
    if (child !== parent) parents.set(child, [...(parents.get(child) ?? []), parent]);
  const columnsOf = new Map(rows.map(({ name, columns }) => [name, columns]));
  const ordered: string[] = [];
  const visit = (name: string) => {
    if (ordered.includes(name)) return;
    for (const parent of (parents.get(name) ?? []).sort()) visit(parent);
    ordered.push(name);
  };
  for (const name of [...columnsOf.keys()].sort()) visit(name);
  return ordered.filter((name) => !LEFT_OUT.has(name)).map((name) => ({ name, columns: columnsOf.get(name)! }));
}

/** Lets bytes through and counts what of them: their hash. */
export class Hashing extends Transform {
  private readonly hash: Hash = createHash('sha256');

  override _transform(chunk: Buffer, _encoding: string, done: (error: Error | null, chunk: Buffer) => void): void {
    this.hash.update(chunk);
    done(null, chunk);
  }

  digest = (): string => this.hash.digest('hex');
}
