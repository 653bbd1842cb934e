import { join } from 'node:path';
import { runner } from 'node-pg-migrate';
import { PlainFailure, ROOT } from './project';

/** Brings a database to the newest schema. Each migration runs in its own transaction; a finished one is not run again. */
export async function migrate(databaseUrl: string): Promise<void> {
  try {
    await runner({
      databaseUrl, dir: join(ROOT, 'src/data/migrations'), direction: 'up', migrationsTable: 'migrations', count: Infinity, log: () => undefined,
    });
  } catch (error) {
    throw new PlainFailure(`The database could not be brought up to date: ${(error as Error).message}`);
  }
}
