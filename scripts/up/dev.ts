import { prepareDatabase, startProjectCluster } from '../support/postgres';
import { PlainFailure, say } from '../support/project';
import { serve } from '../support/serve';
import { loadDemo } from './load-demo';

/** `pezzo dev`: the app with reload on every change, on loopback, with the database and demo that `pezzo up` uses. Returns the exit status when it was stopped. */
export async function devCommand({ port }: { port: number }): Promise<number> {
  const stopped = new Promise<void>((resolve) => {
    for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => resolve());
  });
  let stopCluster = () => {};
  try {
    const cluster = await startProjectCluster();
    stopCluster = () => cluster.stop();
    const databaseUrl = await prepareDatabase(cluster, 'pezzo');
    await loadDemo(databaseUrl);
    const app = await serve({ host: '127.0.0.1', port, databaseUrl, env: { NODE_ENV: 'development', PEZZO_DEV: '1' } });
    process.stdout.write(`\nPezzo with reload is at ${app.url}. Ctrl-C stops everything.\n`);
    await Promise.race([stopped, app.ended]);
    say('Stopping…');
    await app.stop();
    return 0;
  } catch (error) {
    if (!(error instanceof PlainFailure)) throw error;
    say(error.message);
    return 1;
  } finally {
    stopCluster();
  }
}
