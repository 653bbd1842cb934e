import { readFileSync } from 'node:fs';
import type { CDPSession, Page } from '@playwright/test';
import { signedIn } from '../scripts/support/browser';
import { onDemo, openRun } from './support/up';
import { median, printTable, quantile } from './support/measure';

const SLOWDOWN = 4;
/** About as many as a run over a door has. */
const TAPS = 60;
/** After this long the drawing stands still, ms. */
const SETTLED_MS = 500;

/** Start-up, script weight, tap to paint and memory of the app on the demo; figures are printed, nothing is asserted. */
export async function main(): Promise<void> {
  await onDemo(async (up, browser) => {
    const context = await signedIn(browser, up.url, 'rui-castellane', '4004');
    const page = await context.newPage();
    // The loader names functions with a helper that a function sent to the page does not find there.
    await page.addInitScript('globalThis.__name = (it) => it');
    const session = await context.newCDPSession(page);
    await openRun(page);
    const taps = await tapTimes(page, session, false);
    const drawings = await tapTimes(page, session, true);
    const other = await (await signedIn(browser, up.url, 'bea-nwosu', '3003')).newPage();
    const seen = await otherSees(page, other);
    await visitEverything(page);
    printTable(
      ['what', 'figure', 'target'],
      [
        ['ready after a warm start', `${(up.readyMs / 1000).toFixed(1)} s`, '10 s'],
        [
          `tap to painted, processor ${SLOWDOWN}× slower, median of ${taps.length}`,
          `${Math.round(median(taps))} ms`,
          '100 ms',
        ],
        ['the same, 95th percentile', `${Math.round(quantile(taps, 0.95))} ms`, '100 ms'],
        [`tap to the drawing painted as well, median of ${drawings.length}`, `${Math.round(median(drawings))} ms`, ''],
        ['the same, 95th percentile', `${Math.round(quantile(drawings, 0.95))} ms`, ''],
        [`tap to painted on another tablet, median of ${seen.length}`, `${Math.round(median(seen))} ms`, '1000 ms'],
        ['the same, 95th percentile', `${Math.round(quantile(seen, 0.95))} ms`, '1000 ms'],
        ['memory of the app process after use', `${memoryMb(up.pid)} MB`, '300 MB'],
      ],
    );
  });
}

/** Milliseconds from the click on the wide bar until the next action is painted, with its drawing if asked; each tap is taken back again. */
async function tapTimes(page: Page, session: CDPSession, withDrawing: boolean): Promise<number[]> {
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWDOWN });
  const times: number[] = [];
  for (let n = 0; n < TAPS; n += 1) {
    times.push(await page.evaluate(tapAndWait, { tap: '.done-bar', withDrawing }));
    await page.waitForTimeout(SETTLED_MS);
    await page.evaluate(tapAndWait, { tap: '.run-foot button:last-child', withDrawing: false });
    await page.waitForTimeout(SETTLED_MS);
  }
  await session.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  return times;
}

/** Runs in the page: clicks, waits for the frame in which the panel's words (and the drawing) have changed, until that is painted. */
const tapAndWait = ({ tap, withDrawing }: { tap: string; withDrawing: boolean }) =>
  new Promise<number>((resolve) => {
    const words = () =>
      `${document.querySelector('.run-panel h1')!.textContent}${document.querySelector('.progress-words')!.textContent}`;
    const drawing = () => document.querySelector('.panel-map .zooming')!.innerHTML;
    const before = words();
    const drawn = withDrawing ? drawing() : null;
    const began = performance.now();
    const look = () => {
      if (words() === before || drawn === (withDrawing && drawing())) return void requestAnimationFrame(look);
      const channel = new MessageChannel();
      channel.port1.onmessage = () => resolve(performance.now() - began);
      channel.port2.postMessage(null); // Answered after the frame that shows the change has been painted.
    };
    (document.querySelector(tap) as HTMLElement).click();
    requestAnimationFrame(look);
  });

/** Milliseconds from the click on one tablet to the change on another that has the same run open, by the one clock both have here. */
async function otherSees(page: Page, other: Page): Promise<number[]> {
  await other.goto(new URL(page.url()).pathname);
  await other.locator('.done-bar').waitFor();
  await other.waitForTimeout(2000);
  const times: number[] = [];
  for (let n = 0; n < TAPS; n += 1) {
    const seen = other.evaluate(`new Promise((resolve) => {
      const words = () => document.querySelector('.run-panel h1').textContent + document.querySelector('.progress-words').textContent;
      const before = words();
      const look = () => (words() === before ? requestAnimationFrame(look) : resolve(Date.now()));
      look();
    })`) as Promise<number>;
    const began = await page.evaluate(
      (selector) => {
        (document.querySelector(selector) as HTMLElement).click();
        return Date.now();
      },
      n % 2 ? '.run-foot button:last-child' : '.done-bar',
    );
    times.push((await seen) - began);
    await page.waitForTimeout(300);
  }
  return times;
}

async function visitEverything(page: Page): Promise<void> {
  for (let n = 0; n < 10; n += 1) {
    for (const address of [
      '/',
      '/library',
      '/procedures/kite-rear-door',
      '/jobs/2402',
      '/plan?procedure=lumen-front-door&goal=woofer',
    ])
      await page.goto(address);
  }
}

const memoryMb = (pid: number) =>
  Math.round(Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024);
