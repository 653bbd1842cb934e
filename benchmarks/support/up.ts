import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser, Page } from '@playwright/test';
import { openBrowser } from '../../scripts/support/browser';
import { ensureBuild } from '../../scripts/support/build';
import { ensureChromium } from '../../scripts/support/debian';
import { freePort } from '../../scripts/support/ports';
import { ROOT } from '../../scripts/support/project';

/** The app as `bin/pezzo up` serves it. */
export interface Up {
  url: string;
  readyMs: number;
  pid: number;
  stop: () => Promise<void>;
}

/** Runs `bin/pezzo up` as a person would, and waits for its address. */
async function startUp(port: number): Promise<Up> {
  const began = performance.now();
  const child = spawn(join(ROOT, 'bin/pezzo'), ['up', '--port', String(port)], {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = `http://127.0.0.1:${port}`;
  await new Promise<void>((resolve, reject) => {
    child.on('exit', () => reject(new Error('Pezzo ended while starting.')));
    child.stdout.on('data', (text: Buffer) => text.includes('Pezzo is at') && resolve());
  });
  const readyMs = performance.now() - began;
  const children = readFileSync(`/proc/${child.pid}/task/${child.pid}/children`, 'utf8').trim().split(' ').map(Number);
  const pid = children.find((one) => readFileSync(`/proc/${one}/cmdline`, 'utf8').includes('front.mjs'))!;
  const stop = () =>
    new Promise<void>((resolve) => {
      child.removeAllListeners('exit').on('exit', () => resolve());
      child.kill('SIGINT');
    });
  return { url, readyMs, pid, stop };
}

/** Starts the app on the demo twice, so that the second start is a warm one, lends it with a browser, and stops both whatever happens. */
export async function onDemo(measure: (up: Up, browser: Browser) => Promise<void>): Promise<void> {
  await ensureChromium();
  await ensureBuild();
  const port = await freePort();
  await (await startUp(port)).stop();
  const up = await startUp(port);
  const browser = await openBrowser();
  try {
    await measure(up, browser);
  } finally {
    await browser.close();
    await up.stop();
  }
}

/** Opens the demo's run on a rear door. */
export async function openRun(page: Page): Promise<void> {
  await page.goto('/jobs/2402');
  await page
    .getByRole('link', { name: /^Velden Kite, rear door, left/ })
    .first()
    .click();
  await page.locator('.done-bar').waitFor();
}
