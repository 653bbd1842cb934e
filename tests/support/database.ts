import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { migrate } from '../../scripts/support/migrate';
import { makeWorkers } from '../../scripts/support/workers';
import { getPool } from '@/data';

/** An address of the tests' cluster with another database. */
function addressOf(base: string | undefined, database: string): string {
  if (!base) throw new Error('No database for the tests is named: run these with bin/pezzo test integration.');
  const url = new URL(base);
  url.pathname = `/${database}`;
  return url.href;
}

/** The addresses of a database for the owner of its tables and for the application's plain role, as a shop has them. */
export const addressesOf = (database: string) => ({
  owner: addressOf(process.env.PEZZO_TEST_OWNER_BASE, database),
  app: addressOf(process.env.PEZZO_TEST_APP_BASE, database),
});

/** The address of a database of the tests' cluster for the superuser. */
export const adminUrlOf = (database: string) => addressOf(process.env.PEZZO_TEST_ADMIN_URL, database);

/** Makes an empty database that a role owns, the owner's where none is named. Returns its name, and what drops it. */
export async function emptyDatabase(owner = 'pezzo_owner'): Promise<{ name: string; drop: () => Promise<void> }> {
  const client = new pg.Client({ connectionString: addressOf(process.env.PEZZO_TEST_ADMIN_URL, 'postgres') });
  await client.connect();
  const name = `test_${randomUUID().replace(/-/g, '')}`;
  await client.query(`create database ${name} owner ${owner}`);
  return {
    name,
    drop: async () => {
      await client.query(`drop database ${name} with (force)`);
      await client.end();
    },
  };
}

/** Makes a fresh, migrated database for one test file and points the application at it, as its plain role. Call the result when done. */
export async function freshDatabase(): Promise<() => Promise<void>> {
  const { name, drop } = await emptyDatabase();
  const { owner, app } = addressesOf(name);
  await migrate(owner, 'pezzo_app');
  process.env.DATABASE_URL = app;
  process.env.PEZZO_TEST_OWNER_URL = owner;
  await makeWorkers();
  return async () => {
    await closePool();
    await drop();
  };
}

/** Ends the application's connections: the next statement makes new ones, to wherever DATABASE_URL leads by then. */
export async function closePool(): Promise<void> {
  await getPool().end();
  delete (globalThis as { pezzoPool?: pg.Pool }).pezzoPool;
}

/** Runs a statement as the keeper of the whole database server. */
export async function asAdmin(text: string, values: unknown[] = []): Promise<void> {
  const client = new pg.Client({ connectionString: process.env.PEZZO_TEST_ADMIN_URL });
  await client.connect();
  await client.query(text, values).finally(() => client.end());
}

/** Runs a statement as the owner of the tables, which the application is not, over all branches. */
export async function asOwner<Row extends pg.QueryResultRow = pg.QueryResultRow>(
  text: string,
  values: unknown[] = [],
): Promise<Row[]> {
  const client = new pg.Client({
    connectionString: process.env.PEZZO_TEST_OWNER_URL,
    options: '-c pezzo.task=tests -c pezzo.branch=1',
  });
  await client.connect();
  try {
    return (await client.query<Row>(text, values)).rows;
  } finally {
    await client.end();
  }
}
