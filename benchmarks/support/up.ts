import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { ROOT } from '../../scripts/support/project';

/** The app as `bin/pezzo up` serves it. */
export interface Up {
  url: string;
  readyMs: number;
  pid: number;
  stop: () => Promise<void>;
}

/** Runs `bin/pezzo up` as a person would, and waits for its address. */
export async function startUp(port: number): Promise<Up> {
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

/** Builds and loads whatever is missing, so that the next start is a warm one. */
export const startAndStop = async (port: number) => (await startUp(port)).stop();

/** Opens the demo's run on a rear door. */
export async function openRun(page: Page): Promise<void> {
  await page.goto('/jobs/2402');
  await page
    .getByRole('link', { name: /^Velden Kite, rear door, left/ })
    .first()
    .click();
  await page.locator('.done-bar').waitFor();
}
