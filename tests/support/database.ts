import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { migrate } from '../../scripts/support/migrate';
import { getPool } from '@/data';

/** Makes a fresh, migrated database for one test file and points the application at it. Call the result when done. */
export async function freshDatabase(): Promise<() => Promise<void>> {
  const admin = process.env.PEZZO_TEST_ADMIN_URL;
  if (!admin) throw new Error('PEZZO_TEST_ADMIN_URL is not set: run these with bin/pezzo test integration.');
  const name = `test_${randomUUID().replace(/-/g, '')}`;
  const client = new pg.Client({ connectionString: admin });
  await client.connect();
  await client.query(`create database ${name}`);
  const url = new URL(admin);
  url.pathname = `/${name}`;
  process.env.DATABASE_URL = url.href;
  await migrate(url.href);
  return async () => {
    await getPool().end();
    delete (globalThis as { pezzoPool?: pg.Pool }).pezzoPool;
    await client.query(`drop database ${name}`);
    await client.end();
  };
}
