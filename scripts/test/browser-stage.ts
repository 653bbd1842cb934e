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

/** Builds the app, serves it on the demo in a throw-away database, and an empty one beside it, and runs the journeys. */
export async function runBrowser(cluster: Cluster): Promise<Tally> {
  say('— browser journeys');
  await ensureBuild();
  const databaseUrl = await ensureDatabase(cluster, 'browser');
  const emptyUrl = await ensureDatabase(cluster, 'browser_empty');
  await migrate(databaseUrl);
  await migrate(emptyUrl);
  await loadDemo(databaseUrl, false);
  const app = await serve({ host: '127.0.0.1', port: await freePort(), databaseUrl });
  const empty = await serve({ host: '127.0.0.1', port: await freePort(), databaseUrl: emptyUrl });
  rmSync(join(ROOT, REPORT), { force: true });
  try {
    const status = await runShown(process.execPath, ['node_modules/@playwright/test/cli.js', 'test'], {
      env: { ...process.env, PEZZO_URL: app.url, PEZZO_EMPTY_URL: empty.url, PLAYWRIGHT_JSON_OUTPUT_NAME: REPORT },
    });
    return readPlaywright(REPORT, status);
  } finally {
    await app.stop();
    await empty.stop();
  }
}
