import { spawnSync } from 'node:child_process';
import { copyDatabase, prepareDatabase, startThrowAwayCluster } from './support/postgres';
import { ensureBuild } from './support/build';
import { serve } from './support/serve';
import { freePort } from './support/ports';
import { makeWorkers } from './support/workers';
import { ensureChromium } from './support/debian';
import { loadDemo } from './up/load-demo';
await ensureChromium();
const c = await startThrowAwayCluster();
try {
  await ensureBuild();
  const url = await prepareDatabase(c, 'browser'); const e = await prepareDatabase(c, 'browser_empty');
  await makeWorkers(); await loadDemo(url); const cu = await copyDatabase(c, 'browser', 'browser_chain'); const chain = await serve({ host: '127.0.0.1', port: await freePort(), databaseUrl: cu });
  const app = await serve({ host: '127.0.0.1', port: await freePort(), databaseUrl: url });
  const second = await serve({ host: '127.0.0.1', port: await freePort(), databaseUrl: url });
  const empty = await serve({ host: '127.0.0.1', port: await freePort(), databaseUrl: e, env: { PEZZO_SETUP_CODE: 'TEST-CODE' } });
  const r = spawnSync('npx', ['playwright','test', '--reporter=list', ...process.argv.slice(2)], { stdio: 'inherit', env: { ...process.env, PEZZO_URL: app.url, PEZZO_SECOND_URL: second.url, PEZZO_EMPTY_URL: empty.url, PEZZO_SETUP_CODE: 'TEST-CODE', PEZZO_APP_PID: String(app.process.pid), PEZZO_CHAIN_URL: chain.url, PEZZO_CHAIN_OWNER_URL: c.url('browser_chain') } });
  for (const one of [app, second, chain, empty]) await one.stop();
  process.exitCode = r.status ?? 1;
} finally { c.stop(); }
