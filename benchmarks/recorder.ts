import type { Page } from '@playwright/test';
import { signedIn } from '../scripts/support/browser';
import { completeLine, readNotes, type ProcedureDocument } from '../src/core/document';
import { median, printTable, quantile } from './support/measure';
import { onDemo } from './support/up';

/** A door as a colleague tells it, a line an item. */
const LINES = [
  'door card: pull bottom, then up',
  'pull-cup cap: pry front, then pull',
  '2 T20 hold door card behind pull-cup cap, 25 long',
  'switch pack: pry front, then pull',
  'plug on switch pack, lift the tab',
  '2 tabs hold switch pack',
  '7mm screw behind switch pack holds door card',
  'release-handle bezel: slide forward, then out',
  '2 hooks hold release-handle bezel',
  'sail trim: start at the rear',
  '2 push clips hold sail trim',
  '9 push clips hold door card, stay on door card',
  'release cable on door card',
  'lock rod on door card, turn the keeper',
  'water shield: peel',
  'butyl holds water shield',
  'speaker: pull straight out',
  '4 T25 hold speaker',
  'speaker plug, squeeze both sides',
  'reflector hides a T20',
];
/** What is placed by taps, with how many pieces and the size where it is not the one at hand. */
const TAPPED: [kind: string, pieces?: number, size?: string][] = [
  ['Panel'],
  ['Cover'],
  ['Screw', 2],
  ['Bezel'],
  ['Tab', 2],
  ['Switch'],
  ['Tab', 2],
  ['Connector'],
  ['Trim'],
  ['Push clip', 2],
  ['Cover'],
  ['Screw', 1, 'T30'],
  ['Panel'],
  ['Push clip', 9],
  ['Cable'],
  ['Water shield'],
  ['Butyl bead'],
  ['Speaker'],
  ['Screw', 4, 'T25'],
  ['Connector'],
];
const ITEMS = 300;
const KEYS = 40;

/** How many key presses and taps a door of 20 items takes, and how quick the Recorder is with 300; figures are printed, nothing is asserted. */
export async function main(): Promise<void> {
  const { presses, document } = pressesOf(LINES);
  await onDemo(async (up, browser) => {
    const context = await signedIn(browser, up.url, 'tomas-varga', 'saltmarsh-bench');
    const page = await context.newPage();
    await page.addInitScript('globalThis.__name = (it) => it');
    await page.setViewportSize({ width: 1280, height: 800 });
    const taps = await tapDoor(page, up.url);
    const { keys, frames } = await largeDocument(page, up.url);
    printTable(
      ['what', 'figure', 'target'],
      [
        [`key presses for ${LINES.length} lines (${itemCount(document)} items), completion included`, presses, 350],
        [`taps for ${TAPPED.length} items`, taps, 50],
        [`${ITEMS} items: key to painted, median of ${KEYS}`, `${Math.round(median(keys))} ms`, '50 ms'],
        ['the same, 95th percentile', `${Math.round(quantile(keys, 0.95))} ms`, '50 ms'],
        [`${ITEMS} items: frames a second while a part is dragged`, Math.round(frames), 60],
      ],
    );
  });
}

const itemCount = ({ parts, fasteners, links }: ProcedureDocument) => parts.length + fasteners.length + links.length;

/** Types the lines letter by letter, and takes a completion wherever it is what comes next. */
function pressesOf(lines: string[]): { presses: number; document: ProcedureDocument } {
  let document = readNotes('').procedure;
  let presses = 0;
  for (const line of lines) {
    let typed = '';
    while (typed.trimEnd() !== line) {
      const more = completeLine(document, typed);
      const taken = `${typed}${more}`;
      // A completed word is followed by a space, which a comma or colon takes back.
      if (more.length > 1 && line.startsWith(taken) && !/^\w/.test(line.slice(taken.length))) typed = `${taken} `;
      else typed = line.slice(0, (line.startsWith(typed) ? typed : typed.trimEnd()).length + 1);
      presses += 1;
    }
    presses += 1;
    document = readNotes(line, document).procedure;
  }
  return { presses, document };
}

async function beginDoor(page: Page, url: string, model: string): Promise<string> {
  const answer = await page.request.post(`${url}/api/procedures`, {
    data: {
      make: 'Wicket',
      model,
      from: null,
      to: null,
      body: '',
      zone: 'front-door',
      side: 'right',
      width: 1100,
      height: 700,
      again: true,
    },
  });
  const { id } = (await answer.json()) as { id: string };
  await page.goto(`${url}/procedures/${id}/edit`);
  return id;
}

/** Places everything by taps, a group by one drag; returns how many that took. */
async function tapDoor(page: Page, url: string): Promise<number> {
  await beginDoor(page, url, 'Measured');
  const palette = page.getByRole('region', { name: 'Place' });
  const box = (await page.getByRole('group', { name: /^Panel map/ }).boundingBox())!;
  let taps = 0;
  for (const [n, [kind, pieces = 1, size]] of TAPPED.entries()) {
    const button = palette.getByRole('button', { name: new RegExp(`^${kind}( \\.)?$`) }).first();
    if (!(await button.isVisible())) {
      for (const group of ['Parts', 'Fasteners', 'Tethers']) {
        if (await button.isVisible()) break;
        const summary = palette.locator('summary', { hasText: group });
        const holds = await palette
          .locator('details', { hasText: group })
          .getByRole('button', { name: kind, exact: true, includeHidden: true })
          .count();
        if (!holds) continue;
        await summary.click();
        taps += 1;
      }
    }
    await button.click();
    taps += 1;
    const [x, y] = [box.x + box.width * (0.2 + 0.03 * (n % 20)), box.y + box.height * (0.3 + 0.02 * n)];
    await page.mouse.move(x, y);
    await page.mouse.down();
    if (pieces > 1) await page.mouse.move(x + box.width * 0.25, y, { steps: 4 });
    await page.mouse.up();
    taps += 1;
    if (pieces > 1) await page.keyboard.press('Escape');
    if (size) {
      await page
        .getByRole('region', { name: 'Selected item' })
        .getByRole('button', { name: size, exact: true })
        .click();
      taps += 1;
    }
  }
  return taps;
}

/** Key to painted, and frames a second in a drag, in a document of many items. */
async function largeDocument(page: Page, url: string): Promise<{ keys: number[]; frames: number }> {
  const id = await beginDoor(page, url, 'Large');
  await page.getByRole('button', { name: 'Paste notes' }).click();
  const lines = Array.from(
    { length: ITEMS / 2 },
    (_, n) => `2 T20 hold trim ${String.fromCharCode(97 + (n % 26))}${String.fromCharCode(97 + Math.floor(n / 26))}`,
  );
  await page.getByLabel('One line, one thing').fill(lines.join('\n'));
  await page.getByRole('button', { name: /^Add \d+ items$/ }).click();
  await page.getByText('Draft saved').waitFor();
  await page.goto(`${url}/procedures/${id}/edit`);
  await page.getByRole('tab', { name: /^All/ }).click();
  await page.getByRole('region', { name: 'Recorded so far' }).getByRole('button', { name: /^trim/ }).first().click();
  const note = page.getByRole('region', { name: 'Going back' }).getByLabel('Note');
  await note.click();
  const keys: number[] = [];
  for (let n = 0; n < KEYS; n += 1) {
    // The listener stands before the key is pressed.
    await page.evaluate(() => {
      const place = window as unknown as { painted: Promise<number> };
      place.painted = new Promise((resolve) =>
        window.addEventListener(
          'keydown',
          () => {
            const began = performance.now();
            requestAnimationFrame(() => requestAnimationFrame(() => resolve(performance.now() - began)));
          },
          { once: true, capture: true },
        ),
      );
    });
    await page.keyboard.press('a');
    keys.push(await page.evaluate(() => (window as unknown as { painted: Promise<number> }).painted));
    await page.waitForTimeout(60);
  }
  return { keys, frames: await dragFrames(page) };
}

/** How long a part is dragged, milliseconds. */
const DRAG_MS = 2000;

async function dragFrames(page: Page): Promise<number> {
  const box = (await page.getByRole('group', { name: /^Panel map/ }).boundingBox())!;
  const at = (share: number): [number, number] => [box.x + box.width * share, box.y + box.height * 0.5];
  // The part was typed: the first tap draws it.
  await page.mouse.click(...at(0.4));
  await page.mouse.move(...at(0.4));
  await page.mouse.down();
  const counting = page.evaluate(
    (ms) =>
      new Promise<number>((resolve) => {
        let frames = 0;
        const began = performance.now();
        const tick = () => {
          frames += 1;
          if (performance.now() - began < ms) requestAnimationFrame(tick);
          else resolve((frames * 1000) / (performance.now() - began));
        };
        requestAnimationFrame(tick);
      }),
    DRAG_MS,
  );
  for (const began = Date.now(); Date.now() - began < DRAG_MS;)
    await page.mouse.move(...at(0.4 + 0.2 * Math.sin((Date.now() - began) / 200)));
  const frames = await counting;
  await page.mouse.up();
  return frames;
}
