import { expect, type Page } from '@playwright/test';
import { answerAll } from '../../scripts/support/browser';
import { test } from './awake';
import {
  CARD_CLIPS,
  expectAccessible,
  openRun,
  photoFile,
  photosOf,
  putBack,
  signIn,
  stepHeading,
  tapMap,
  workUntil,
} from './support';

/** A key or pedal that somebody keeps down: it repeats until it is let go. */
async function hold(page: Page, key: string) {
  for (let n = 0; n < 4; n += 1) await page.keyboard.down(key);
  await page.keyboard.up(key);
}

test('finds where a stuck panel is held, takes the screw that nobody recorded, and tells the procedure', async ({
  page,
}) => {
  await signIn(page, 'Rui Castellane', '4004');
  await openRun(page, 'Stuck card');
  await workUntil(page, CARD_CLIPS);
  await page.getByRole('button', { name: 'It won’t move' }).click();
  await expect(stepHeading(page)).toContainText('What still holds the door card?');
  await expect(page.getByRole('listitem').filter({ hasText: '9 × push clips' })).toContainText('Not out yet');
  await tapMap(page, 0.1, 0.5);
  await expect(page.getByText('Most likely near the place you tapped:')).toBeVisible();
  await expectAccessible(page);

  await page.getByRole('button', { name: /A fastener nobody recorded/ }).click();
  await expect(page.getByText('It sits where you tapped.')).toBeVisible();
  await page.getByRole('group', { name: 'Drive' }).getByRole('button', { name: 'T15' }).click();
  await page.getByRole('button', { name: 'More: 1 of them' }).click();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'All 2 are out' }).click();
  await expect(stepHeading(page)).toContainText('Pull the door card free');
  await expect(page.getByText('● saved')).toBeVisible();

  // The other way: one of those listed, made a finding with one tap.
  await page.getByRole('button', { name: 'It won’t move' }).click();
  await page
    .getByRole('button', { name: /push clips/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Report as a finding' }).click();
  await expect(page.getByText('will see it as a finding')).toBeVisible();
  await page
    .getByRole('button', { name: 'Do it now' })
    .or(page.getByRole('button', { name: 'Go on' }))
    .click();
  await expect(page.getByText('● saved')).toBeVisible();

  // The extra screws wait for going back, and the ledger knows them.
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: /^Stop here/ }).click();
  await putBack(page);
  // Two T20 that look alike have steps of their own; the others are started together.
  await workUntil(page, /^Start +screws of the door card by hand/);
  await expect(page.getByText(/2 × T15/)).toBeVisible();
  await page.goto('/procedures/kite-rear-door');
  await page.getByRole('tab', { name: /^From the bay/ }).click();
  await expect(page.getByText(/Found 2 × T15 screw that is not recorded, holding the door card/)).toBeVisible();
  await expectAccessible(page);
});

test('leaves a step out with a reason, takes another one first, counts part of a group, and notes what differs', async ({
  page,
}) => {
  await signIn(page, 'Rui Castellane', '4004');
  const { run } = await openRun(page, 'Out of order');
  const first = (await stepHeading(page).textContent())!;
  // Another open step: from the list, by keyboard, and back to the planned one by doing it.
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.locator('.more-block .check-line').filter({ hasText: 'push pin' }).click();
  await expect(stepHeading(page)).toContainText('push pin');
  await page.keyboard.press('ArrowRight');
  await expect(stepHeading(page)).not.toContainText('push pin');
  await page.keyboard.press('ArrowLeft');
  await expect(stepHeading(page)).toContainText('push pin');
  await hold(page, ' ');
  await expect(stepHeading(page)).toHaveText(first);
  await expect(page.locator('.progress-words')).toContainText('2 of');
  await hold(page, 'Backspace');
  await expect(page.locator('.progress-words')).toContainText('1 of');

  await page.getByRole('button', { name: 'Differs' }).click();
  // Not the step's own: tapped on the map.
  await page
    .getByRole('group', { name: /^Panel map/ })
    .locator('g.mark')
    .filter({ hasText: 'push pin' })
    .click();
  await expect(stepHeading(page)).toHaveText('Push pin');
  await page.getByRole('button', { name: 'There is a fastener that the procedure does not have' }).click();
  await page.getByRole('button', { name: 'To the step' }).click();
  await workUntil(page, 'Unscrew T20');
  await page.getByRole('button', { name: 'Differs' }).click();
  await page.getByRole('button', { name: 'Another drive' }).click();
  await page.getByRole('group', { name: 'Drive' }).getByRole('button', { name: 'T25' }).click();
  await expectAccessible(page);
  await page.getByRole('button', { name: /^To note: / }).click();
  await expect(stepHeading(page)).toContainText('Unscrew T25');

  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'already loose' }).click();
  await workUntil(page, CARD_CLIPS);
  await page.getByRole('button', { name: 'Fewer: 9 out' }).click();
  await page.getByRole('button', { name: 'Fewer: 8 out' }).click();
  await page.getByRole('button', { name: 'More: 0 lost' }).click();
  await page.getByRole('button', { name: 'fell inside' }).click();
  await page.getByRole('button', { name: '7 are out, the rest later' }).evaluate((bar: HTMLElement) => {
    // Two taps before the next step is painted.
    bar.click();
    bar.click();
  });
  // It is looked for at once; until it is found nothing shuts over it.
  await expect(stepHeading(page)).toContainText('Fetch it now');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Look for it later' }).click();
  await expect(page.getByRole('button', { name: '2 push clips' })).toBeVisible();
  await page.locator('.run-foot input[type=file]').setInputFiles(photoFile());
  await expect.poll(async () => (await photosOf(page, run)).length).toBe(1);
});

test('keeps a gate shut over a failed test until it is mended or a lead says otherwise', async ({ page }) => {
  await signIn(page, 'Rui Castellane', '4004');
  await openRun(page, 'Failed test');
  await workUntil(page, 'Fit the new parts');
  await putBack(page);
  await workUntil(page, 'Test with the');
  await page.getByRole('button', { name: 'Fails' }).first().click();
  await answerAll(page);
  await page.getByRole('button', { name: 'Fails' }).first().click();
  await expect(page.getByRole('button', { name: 'Shut: a test failed' })).toBeDisabled();
  await expect(page.getByRole('button', { name: 'Same on arrival' }).first()).toBeDisabled();
  await expectAccessible(page);
  const decide = page.getByRole('group', { name: 'A lead decides' });
  await decide.getByLabel('Why go on all the same').fill('speaker follows on Friday');
  await decide.getByLabel('Lead', { exact: true }).selectOption('tomas-varga');
  await decide.getByLabel('PIN of the lead').fill('9999');
  await decide.getByRole('button', { name: 'Open the gate' }).click();
  await expect(decide.getByRole('alert')).toHaveText('That does not match. Try again.');
  await decide.getByLabel('PIN of the lead').fill('2002');
  const title = (await stepHeading(page).textContent())!;
  await decide.getByRole('button', { name: 'Open the gate' }).click();
  await expect(stepHeading(page)).not.toHaveText(title);
});

test('is handed over with a word, rests for one with a reason, and goes on with the other', async ({
  page,
  browser,
  baseURL,
}) => {
  await signIn(page, 'Rui Castellane', '4004');
  const { run } = await openRun(page, 'Handed over');
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByLabel('Note for whoever takes over').fill('bezel is stiff, warm it');
  await page.getByRole('button', { name: 'Bea Nwosu' }).click();
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'end of the day' }).click();
  await expect(stepHeading(page)).toHaveText('end of the day');
  await expectAccessible(page);
  const other = await browser.newPage({ baseURL });
  await signIn(other, 'Bea Nwosu', '3003');
  // A rest is one person's: whoever it was handed to goes on.
  await other.goto(`/runs/${run}`);
  await expect(other.getByText('Rui Castellane: bezel is stiff, warm it')).toBeVisible();
  await expect(page.getByText('Bea has it')).toBeVisible();
  await other.close();
});

test('shows the night bay without glare, with enough contrast, and remembers it', async ({ page }) => {
  await signIn(page, 'Rui Castellane', '4004');
  await page.getByRole('button', { name: 'Dark screen' }).click();
  const luminance = () => page.evaluate(() => Number(/\d+/.exec(getComputedStyle(document.body).backgroundColor)![0]));
  expect(await luminance()).toBeLessThan(60);
  for (const address of [
    '/',
    '/library',
    '/procedures/kite-rear-door',
    '/jobs/2402',
    '/jobs/2402/check-in',
    '/stores',
    '/kit',
    '/plan?procedure=lumen-front-door&goal=woofer',
  ]) {
    await page.goto(address);
    await expect(page.getByRole('heading').first()).toBeVisible();
    await expectAccessible(page);
  }
  await openRun(page, 'By night');
  await expectAccessible(page);
  expect(await luminance()).toBeLessThan(60);
});

test('keeps the screen awake while a run is worked on, where the browser can', async ({ browser, baseURL }) => {
  const context = await browser.newContext({ baseURL });
  await context.addInitScript(() => {
    const asked = { locks: 0 };
    Object.assign(window, { asked });
    Object.defineProperty(navigator, 'wakeLock', {
      value: {
        request: async () => {
          asked.locks += 1;
          return {
            release: async () => {
              asked.locks -= 1;
            },
          };
        },
      },
    });
  });
  const page = await context.newPage();
  await signIn(page, 'Rui Castellane', '4004');
  await openRun(page, 'Awake');
  const locks = () => page.evaluate(() => (window as unknown as { asked: { locks: number } }).asked.locks);
  await expect.poll(locks).toBe(1);
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'break' }).click();
  await expect.poll(locks).toBe(0);
  await context.close();
});

test('keeps its counters whole under a thumb, its step first and the person in reach, at every size and with text twice as large', async ({
  page,
}) => {
  await signIn(page, 'Rui Castellane', '4004');
  await openRun(page, 'Sizes');
  await workUntil(page, CARD_CLIPS);
  await expect(stepHeading(page)).toBeFocused();
  const counters = ['More: 0 broken', 'Fewer: 0 broken', 'More: 0 lost', 'Fewer: 0 lost'];
  for (const [width, height, text] of [
    [1280, 800, 100],
    [1024, 768, 100],
    [768, 1024, 100],
    [390, 844, 100],
    [1280, 800, 200],
    [390, 844, 200],
  ] as const) {
    await page.setViewportSize({ width, height });
    await page.evaluate((percent) => (document.documentElement.style.fontSize = `${percent}%`), text);
    const at = `${width} × ${height} at ${text} %`;
    for (const name of counters) {
      const counter = page.getByRole('button', { name });
      await counter.scrollIntoViewIfNeeded();
      const box = (await counter.boundingBox())!;
      expect.soft(Math.round(box.width), `${name}, ${at}: wide`).toBeGreaterThanOrEqual(56);
      expect.soft(Math.round(box.height), `${name}, ${at}: high`).toBeGreaterThanOrEqual(56);
      expect.soft(box.x, `${name}, ${at}: left`).toBeGreaterThanOrEqual(0);
      expect.soft(box.x + box.width, `${name}, ${at}: right`).toBeLessThanOrEqual(width);
    }
    const person = (await page.getByRole('button', { name: /change person$/ }).boundingBox())!;
    expect.soft(person.x + person.width, `the person, ${at}`).toBeLessThanOrEqual(width);
    expect.soft(person.y + person.height, `the person, ${at}`).toBeLessThanOrEqual(height);
    await stepHeading(page).scrollIntoViewIfNeeded();
    const title = (await stepHeading(page).boundingBox())!;
    for (const name of counters) {
      const below = (await page.getByRole('button', { name }).boundingBox())!;
      expect.soft(title.y, `the step stands first, ${at}`).toBeLessThan(below.y);
    }
    expect.soft(title.x, `the step, ${at}`).toBeGreaterThanOrEqual(0);
  }
});
