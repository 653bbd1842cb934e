import { resolve } from 'node:path';
import { postgresProgram, ensurePostgres, ensureDatabase, startProjectCluster, type Cluster } from '../support/postgres';

/** A file named on the command line, from where the command was called. */
export const fileHere = (name: string) => resolve(process.env.PEZZO_CWD ?? process.cwd(), name);

/** A program of PostgreSQL that talks to servers (pg_dump, pg_restore). Installs it where it is missing. */
export async function clientProgram(name: string): Promise<string> {
  await ensurePostgres();
  return postgresProgram(name);
}

/** The database that `pezzo up` uses: `DATABASE_URL`, else the project's own, started for the time being. */
export async function withDatabase<T>(work: (databaseUrl: string) => Promise<T>): Promise<T> {
  if (process.env.DATABASE_URL) return work(process.env.DATABASE_URL);
  const cluster: Cluster = await startProjectCluster();
  try {
    return await work(await ensureDatabase(cluster, 'pezzo'));
  } finally {
    cluster.stop();
  }
}
