import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { migrate } from '../../scripts/support/migrate';
import { makeWorkers } from '../../scripts/support/workers';
import { getPool } from '@/data';

/** The plain role that the application works as in tests, as it does for a shop. */
const APP_ROLE = 'pezzo_app';
const PASSWORD = 'only-for-tests';

/** Makes a fresh, migrated database for one test file and points the application at it, as its plain role. Call the result when done. */
export async function freshDatabase(): Promise<() => Promise<void>> {
  const admin = process.env.PEZZO_TEST_ADMIN_URL;
  if (!admin) throw new Error('PEZZO_TEST_ADMIN_URL is not set: run these with bin/pezzo test integration.');
  const name = `test_${randomUUID().replace(/-/g, '')}`;
  const client = new pg.Client({ connectionString: admin });
  await client.connect();
  await client.query(`create database ${name}`);
  const url = new URL(admin);
  url.pathname = `/${name}`;
  await migrate(url.href, { name: APP_ROLE, password: PASSWORD });
  const appUrl = new URL(url);
  appUrl.username = APP_ROLE;
  appUrl.password = PASSWORD;
  process.env.DATABASE_URL = appUrl.href;
  process.env.PEZZO_TEST_OWNER_URL = url.href;
  await makeWorkers();
  return async () => {
    await getPool().end();
    delete (globalThis as { pezzoPool?: pg.Pool }).pezzoPool;
    await client.query(`drop database ${name}`);
    await client.end();
  };
}

/** Runs a statement as the owner of the tables, which the application is not. */
export async function asOwner<Row extends pg.QueryResultRow = pg.QueryResultRow>(
  text: string,
  values: unknown[] = [],
): Promise<Row[]> {
  const client = new pg.Client({ connectionString: process.env.PEZZO_TEST_OWNER_URL });
  await client.connect();
  try {
    return (await client.query<Row>(text, values)).rows;
  } finally {
    await client.end();
  }
}
