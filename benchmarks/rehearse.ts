import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { CDPSession, Page } from '@playwright/test';
import { makePlan } from '../src/core/telling';
import type { Fastener, ProcedureDocument } from '../src/core/document';
import { groundOf, raiseHeld, startOf, takeHold } from '../src/core/rehearse';
import { ROOT } from '../scripts/support/project';
import { onDemo } from './support/up';
import { median, printTable, quantile } from './support/measure';

const SLOWDOWN = 4;
/** One frame at 60 a second, ms. */
const FRAME_MS = 1000 / 60;
const FRAMES = 240;
const MANY_PIECES = 300;

/** How long the rules of a pull take for one frame, and the frames of a drag on a slow tablet; figures are printed, nothing is asserted. */
export async function main(): Promise<void> {
  const kite = JSON.parse(readFileSync(join(ROOT, 'demo/procedures/kite-rear-door.json'), 'utf8')) as ProcedureDocument;
  const rows = [
    ['Kite, rear door: card held by all its pieces', frameMs(kite)],
    [`the same with ${MANY_PIECES} clips more`, frameMs(withMany(kite))],
  ].map(([name, ms]) => [
    String(name),
    `${(Number(ms) * 1000).toFixed(0)} µs`,
    `${((Number(ms) / FRAME_MS) * 100).toFixed(1)} %`,
  ]);
  printTable(['rules of one frame of a pull', 'median', 'of a frame'], rows);
  await onDemo(async (up, browser) => {
    const page = await (
      await browser.newContext({ baseURL: up.url, viewport: { width: 1280, height: 800 } })
    ).newPage();
    await page.addInitScript('globalThis.__name = (it) => it');
    await page.goto('/try');
    await page.getByRole('heading', { name: /^Get out/ }).waitFor();
    const session = await page.context().newCDPSession(page);
    const [plain, slow] = [await drag(page, session, 1), await drag(page, session, SLOWDOWN)];
    const told = (frames: number[]) => [
      `${median(frames).toFixed(1)} ms`,
      `${quantile(frames, 0.95).toFixed(1)} ms`,
      `${((frames.filter((ms) => ms < FRAME_MS * 1.5).length / frames.length) * 100).toFixed(0)} %`,
    ];
    printTable(
      ['frames of a drag', 'median', '95th percentile', 'in time'],
      [
        ['processor as it is', ...told(plain)],
        [`${SLOWDOWN}× slower`, ...told(slow)],
      ],
    );
  });
}

/** Milliseconds that the rules take for one frame of pulling the card against everything that holds it, median. */
function frameMs(document: ProcedureDocument): number {
  const free = {
    ...document,
    parts: document.parts.map((part) => (part.id === 'card' ? { ...part, behind: [] } : part)),
  };
  const plan = makePlan({ documents: [free], goals: ['card'], options: { windows: 'power' } });
  if (!plan.ok) throw new Error(plan.problems[0].message);
  const ground = groundOf({
    documents: [free],
    options: { windows: 'power' },
    goals: ['card'],
    level: 'alone',
    seed: 1,
    bothWays: false,
    planned: plan.plan.removal.map(({ key }) => key),
    plannedBack: [],
    best: plan.plan.cost,
    faults: [],
  });
  // Not its way: clips and hooks hold as well.
  const hold = takeHold(ground, startOf(ground), { do: 'pull', item: 'kite-rear-door/card', gesture: 'out-top' });
  const times: number[] = [];
  for (let n = 0; n < 400; n += 1) {
    const began = performance.now();
    raiseHeld(hold, n % 60);
    times.push(performance.now() - began);
  }
  return median(times.slice(50));
}

const withMany = (document: ProcedureDocument): ProcedureDocument => ({
  ...document,
  fasteners: [
    ...document.fasteners,
    ...Array.from({ length: MANY_PIECES }, (_, n): Fastener => ({
      id: `many${n}`,
      kind: 'push-clip',
      holds: 'card',
      at: [[40 + ((n * 37) % 880), 60 + ((n * 53) % 440)]],
    })),
  ],
});

/** Milliseconds between frames while the card is drawn to and fro. */
async function drag(page: Page, session: CDPSession, rate: number): Promise<number[]> {
  await session.send('Emulation.setCPUThrottlingRate', { rate });
  const box = (await page.locator('svg.panel-map .part.panel').first().boundingBox())!;
  const from = { x: box.x + box.width * 0.5, y: box.y + box.height * 0.9 };
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  const frames = await page.evaluate(drawToAndFro, { from, count: FRAMES });
  await page.mouse.up();
  await session.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  return frames;
}

/** Runs in the page: moves the pointer once a frame, and notes when each frame came. */
const drawToAndFro = ({ from, count }: { from: { x: number; y: number }; count: number }) =>
  new Promise<number[]>((resolve) => {
    const times: number[] = [];
    let last = performance.now();
    const frame = () => {
      const now = performance.now();
      times.push(now - last);
      last = now;
      if (times.length > count) return void resolve(times.slice(1));
      const clientY = from.y + 30 + 25 * Math.sin(times.length / 6);
      window.dispatchEvent(new PointerEvent('pointermove', { clientX: from.x, clientY, bubbles: true }));
      requestAnimationFrame(frame);
    };
    requestAnimationFrame(frame);
  });
