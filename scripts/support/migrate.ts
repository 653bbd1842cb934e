import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { runner } from 'node-pg-migrate';
import pg from 'pg';
import { PlainFailure, ROOT } from './project';
import { VERSION } from './version';

const FOLDER = join(ROOT, 'src/data/migrations');

/** The names of all migrations this program knows, in order. */
export const MIGRATIONS = readdirSync(FOLDER)
  .filter((file) => file.endsWith('.sql'))
  .sort()
  .map((file) => file.slice(0, -'.sql'.length));

/** Any number that is ours: whoever changes the schema holds it. */
const LOCK = 4_700_470;
/** What the app's own statements may take: a statement, a wait for a lock, a transaction that does nothing. */
export const LIMITS = { statement_timeout: '20s', lock_timeout: '6s', idle_in_transaction_session_timeout: '20s' };

/**
 * Brings a database to the newest schema and gives the app's role, which owns nothing, what it needs of it. Whoever comes second waits. Each migration runs in its own
 * transaction; a finished one is not run again.
 */
export async function migrate(ownerUrl: string, appRole?: string): Promise<void> {
  const client = new pg.Client({ connectionString: ownerUrl });
  try {
    await client.connect();
    await client.query('set statement_timeout = 0');
    await client.query('set idle_in_transaction_session_timeout = 0');
    await client.query(`set pezzo.task = 'migration'`);
    // In a transaction, so that it works through a pooler too, which keeps no session.
    await client.query('begin');
    await client.query('select pg_advisory_xact_lock($1)', [LOCK]);
    await refuseNewer(client);
    await runner({
      databaseUrl: {
        connectionString: ownerUrl,
        options: '-c statement_timeout=0 -c lock_timeout=60s -c pezzo.task=migration',
      },
      dir: FOLDER,
      direction: 'up',
      migrationsTable: 'migrations',
      count: Infinity,
      noLock: true,
      log: () => undefined,
    });
    await client.query(
      'insert into schema_version (version) values ($1) on conflict (only_one) do update set version = excluded.version',
      [VERSION],
    );
    if (appRole) await grant(client, appRole);
    await client.query('commit');
  } catch (error) {
    if (error instanceof PlainFailure) throw error;
    throw new PlainFailure(`The database could not be brought up to date: ${(error as Error).message}`);
  } finally {
    await client.end().catch(() => undefined);
  }
}

/** A database that a newer version has changed is left alone. @throws PlainFailure that says which version it needs */
async function refuseNewer(client: pg.Client): Promise<void> {
  const { rows } = await client.query<{ there: boolean }>(`select to_regclass('migrations') is not null as there`);
  if (!rows[0].there) return;
  const { rows: done } = await client.query<{ name: string }>('select name from migrations');
  if (done.every(({ name }) => MIGRATIONS.includes(name))) return;
  const { rows: by } = await client.query<{ version: string }>('select version from schema_version');
  throw new PlainFailure(
    `This database was brought to Pezzo ${by[0]?.version ?? 'of a newer version'}; this is Pezzo ${VERSION}, which is older. Update Pezzo here, then start it again. Nothing was changed.`,
  );
}

/** Builds the schema as it was after the first so many migrations, within a transaction of the caller's, in an empty `public`. */
export async function buildSchema(client: pg.ClientBase, count: number): Promise<void> {
  await client.query(
    'create table migrations (id serial primary key, name varchar(255) not null, run_on timestamp not null)',
  );
  for (const name of MIGRATIONS.slice(0, count)) {
    await client.query(readFileSync(join(FOLDER, `${name}.sql`), 'utf8').split('-- Down Migration')[0]);
    await client.query('insert into migrations (name, run_on) values ($1, now())', [name]);
  }
}

async function grant(client: pg.Client, appRole: string): Promise<void> {
  const role = pg.escapeIdentifier(appRole);
  await client.query(readFileSync(join(ROOT, 'src/data/grants.sql'), 'utf8').replaceAll('pezzo_app_role', role));
}

/** What a role can do that the app's should not, in words; empty where it is a plain one that owns nothing. */
export async function tooMuchOf(databaseUrl: string): Promise<string[]> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    const { rows } = await client.query<{ super: boolean; owner: boolean }>(
      `select rolsuper as super, exists (select 1 from pg_tables where schemaname = 'public' and tablename = 'events' and tableowner = current_user) as owner from pg_roles where rolname = current_user`,
    );
    return [...(rows[0].super ? ['it is a superuser'] : []), ...(rows[0].owner ? ['it owns the tables'] : [])];
  } finally {
    await client.end();
  }
}

/** Puts the time limits on the role of a database of one's own. It may lack the right to: then they stay as its keeper set them. */
export async function limitRole(databaseUrl: string): Promise<boolean> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    for (const [setting, value] of Object.entries(LIMITS))
      await client.query(
        `do $$ begin execute format('alter role %I in database %I set ${setting} = %L', current_user, current_database(), '${value}'); end $$`,
      );
    return true;
  } catch {
    return false;
  } finally {
    await client.end();
  }
}

/** Whether a database was ever brought to some schema of ours. */
export async function hasTables(databaseUrl: string): Promise<boolean> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    const { rows } = await client.query<{ there: boolean }>(`select to_regclass('people') is not null as there`);
    return rows[0].there;
  } finally {
    await client.end();
  }
}
