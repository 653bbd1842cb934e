import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { runShown } from '../support/command';
import { ensureBuild } from '../support/build';
import { freePort } from '../support/ports';
import { copyDatabase, prepareDatabase, type Cluster } from '../support/postgres';
import { ROOT, say } from '../support/project';
import { serve } from '../support/serve';
import { makeWorkers } from '../support/workers';
import { loadDemo } from '../up/load-demo';
import { readPlaywright, type Tally } from './tally';

/** What the empty shop asks for at its first start. */
const SETUP_CODE = 'TEST-CODE';
const REPORT = '.pezzo/browser.json';
const FAULTS_REPORT = '.pezzo/faults.json';

/** Builds the app, serves it twice on the demo in a throw-away database, and once on an empty one; asks it what nobody should, then runs the journeys. */
export async function runBrowser(cluster: Cluster): Promise<Tally> {
  say('— requests and browser journeys');
  await ensureBuild();
  const databaseUrl = await prepareDatabase(cluster, 'browser');
  const emptyUrl = await prepareDatabase(cluster, 'browser_empty');
  await makeWorkers();
  await loadDemo(databaseUrl);
  // The same shop once more, for what a second branch of it tries: the journeys know of one.
  const chainUrl = await copyDatabase(cluster, 'browser', 'browser_chain');
  const app = await serve({ host: '127.0.0.1', port: await freePort(), databaseUrl });
  const second = await serve({ host: '127.0.0.1', port: await freePort(), databaseUrl });
  const chain = await serve({ host: '127.0.0.1', port: await freePort(), databaseUrl: chainUrl });
  const empty = await serve({
    host: '127.0.0.1',
    port: await freePort(),
    databaseUrl: emptyUrl,
    env: { PEZZO_SETUP_CODE: SETUP_CODE },
  });
  rmSync(join(ROOT, REPORT), { force: true });
  try {
    const status = await runShown(
      process.execPath,
      ['node_modules/@playwright/test/cli.js', 'test', '--project=http', '--project=browser'],
      {
        env: {
          ...process.env,
          PEZZO_URL: app.url,
          PEZZO_SECOND_URL: second.url,
          PEZZO_EMPTY_URL: empty.url,
          PEZZO_SETUP_CODE: SETUP_CODE,
          PEZZO_APP_PID: String(app.process.pid),
          PEZZO_CHAIN_URL: chain.url,
          // What a request must not have changed is looked at in the database itself.
          PEZZO_CHAIN_OWNER_URL: cluster.url('browser_chain'),
          PLAYWRIGHT_JSON_OUTPUT_NAME: REPORT,
        },
      },
    );
    return readPlaywright(REPORT, status);
  } finally {
    await Promise.all([app, second, chain, empty].map((one) => one.stop()));
  }
}

/** Follows runs in a real browser while the app, the database and the browser are killed again and again. Starts what it needs itself. */
export async function runFaults(): Promise<Tally> {
  say('— faults: app, database and browser are killed again and again; this takes minutes');
  await ensureBuild();
  rmSync(join(ROOT, FAULTS_REPORT), { force: true });
  const status = await runShown(
    process.execPath,
    ['node_modules/@playwright/test/cli.js', 'test', '--project=faults'],
    {
      env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: FAULTS_REPORT },
    },
  );
  return readPlaywright(FAULTS_REPORT, status);
}
