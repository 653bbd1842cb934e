import { resolve } from 'node:path';
import { ensureDatabase, startProjectCluster, type Cluster } from '../support/postgres';

/** A file named on the command line, from where the command was called. */
export const fileHere = (name: string) => resolve(process.env.PEZZO_CWD ?? process.cwd(), name);

/** The database that `pezzo up` uses, as its owner: `PEZZO_OWNER_URL` or `DATABASE_URL`, else the project's own, started for the time being. `appUrl` is the app's own address. */
export async function withDatabase<T>(work: (ownerUrl: string, appUrl: string) => Promise<T>): Promise<T> {
  const given = process.env.DATABASE_URL;
  if (given) return work(process.env.PEZZO_OWNER_URL ?? given, given);
  const cluster: Cluster = await startProjectCluster();
  try {
    return await work(await ensureDatabase(cluster, 'pezzo'), cluster.appUrl('pezzo'));
  } finally {
    cluster.stop();
  }
}
