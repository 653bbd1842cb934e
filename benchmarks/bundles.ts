import { signedIn } from '../scripts/support/browser';
import { printTable } from './support/measure';
import { onDemo, openRun } from './support/up';

/** Budgets, kB of compressed script at the first load of a page. */
const BUDGETS: Record<string, number> = { board: 200, plan: 200, run: 220 };

/** How long after its load event late scripts of a page may still come, milliseconds. */
const LATE_MS = 2500;

/** The compressed script that each page asks for when it is opened by its own address with an empty cache, without headers; figures are printed, nothing is asserted. */
export async function main(): Promise<void> {
  await onDemo(async (up, browser) => {
    const context = await signedIn(browser, up.url, 'tomas-varga', 'saltmarsh-bench');
    const finder = await context.newPage();
    await openRun(finder);
    const run = new URL(finder.url()).pathname;
    await finder.close();
    const pages: [name: string, address: string][] = [
      ['board', '/'],
      ['library', '/library'],
      ['procedure', '/procedures/kite-rear-door'],
      ['recorder', '/procedures/kite-rear-door/edit'],
      ['plan', '/plan?procedure=kite-rear-door&goal=kite-rear-door/woofer&option.windows=power'],
      ['job', '/jobs/2402'],
      ['check-in', '/jobs/2402/check-in'],
      ['run', run],
      ['stores', '/stores'],
      ['my kit', '/kit'],
      ['people', '/people'],
      ['customers', '/customers'],
      ['settings', '/settings'],
      ['new job', '/jobs/new'],
      ['sign-in', '/sign-in'],
    ];
    const rows = [];
    for (const [name, address] of pages) {
      const kb = Math.round((await scriptOf(context, address)) / 1000);
      rows.push([
        name,
        `${kb} kB`,
        BUDGETS[name] ? `${BUDGETS[name]} kB` : '–',
        BUDGETS[name] && kb > BUDGETS[name] ? 'over' : '',
      ]);
    }
    printTable(['page', 'script at first load, gz', 'budget', ''], rows);
  });
}

/** Bytes of compressed script of one page, bodies only. */
async function scriptOf(context: Awaited<ReturnType<typeof signedIn>>, address: string): Promise<number> {
  const page = await context.newPage();
  const session = await context.newCDPSession(page);
  await session.send('Network.enable');
  await session.send('Network.setBypassServiceWorker', { bypass: true });
  await session.send('Network.setCacheDisabled', { cacheDisabled: true });
  const scripts = new Map<string, number>();
  let bytes = 0;
  session.on('Network.responseReceived', ({ requestId, type, response }) => {
    if (type === 'Script') scripts.set(requestId, response.encodedDataLength);
  });
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) bytes += encodedDataLength - scripts.get(requestId)!;
  });
  await page.goto(address, { waitUntil: 'load' });
  await page.waitForTimeout(LATE_MS);
  await page.close();
  return bytes;
}
