import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { runShown } from '../support/command';
import { ensureBuild } from '../support/build';
import { migrate } from '../support/migrate';
import { freePort } from '../support/ports';
import { ensureDatabase, type Cluster } from '../support/postgres';
import { ROOT, say } from '../support/project';
import { serve } from '../support/serve';
import { loadDemo } from '../up/load-demo';
import { readPlaywright, type Tally } from './tally';

const REPORT = '.pezzo/browser.json';
const FAULTS_REPORT = '.pezzo/faults.json';

/** Builds the app, serves it twice on the demo in a throw-away database, and once on an empty one, and runs the journeys. */
export async function runBrowser(cluster: Cluster): Promise<Tally> {
  say('— browser journeys');
  await ensureBuild();
  const databaseUrl = await ensureDatabase(cluster, 'browser');
  const emptyUrl = await ensureDatabase(cluster, 'browser_empty');
  await migrate(databaseUrl);
  await migrate(emptyUrl);
  await loadDemo(databaseUrl, false);
  const app = await serve({ host: '127.0.0.1', port: await freePort(), databaseUrl });
  const second = await serve({ host: '127.0.0.1', port: await freePort(), databaseUrl });
  const empty = await serve({ host: '127.0.0.1', port: await freePort(), databaseUrl: emptyUrl });
  rmSync(join(ROOT, REPORT), { force: true });
  try {
    const status = await runShown(process.execPath, ['node_modules/@playwright/test/cli.js', 'test', '--project=browser'], {
      env: { ...process.env, PEZZO_URL: app.url, PEZZO_SECOND_URL: second.url, PEZZO_EMPTY_URL: empty.url, PLAYWRIGHT_JSON_OUTPUT_NAME: REPORT },
    });
    return readPlaywright(REPORT, status);
  } finally {
    await Promise.all([app, second, empty].map((one) => one.stop()));
  }
}

/** Follows runs in a real browser while the app, the database and the browser are killed again and again. Starts what it needs itself. */
export async function runFaults(): Promise<Tally> {
  say('— faults: app, database and browser are killed again and again; this takes minutes');
  await ensureBuild();
  rmSync(join(ROOT, FAULTS_REPORT), { force: true });
  const status = await runShown(process.execPath, ['node_modules/@playwright/test/cli.js', 'test', '--project=faults'], {
    env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: FAULTS_REPORT },
  });
  return readPlaywright(FAULTS_REPORT, status);
}
