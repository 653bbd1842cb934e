import { expect, type Page } from '@playwright/test';
import sharp from 'sharp';
import { test } from './awake';
import { beginDoor, expectAccessible, pickRecorded, signIn } from './support';

async function tell(page: Page, ...lines: string[]): Promise<void> {
  const field = page.getByLabel('Type a line');
  for (const line of lines) {
    await field.fill(line);
    await field.press('Enter');
    await expect(field).toHaveValue('');
  }
}

const map = (page: Page) => page.getByRole('group', { name: /^Panel map/ });

/** Draws from one place of the map to the next, in shares of its box. */
async function draw(page: Page, ...places: [x: number, y: number][]): Promise<void> {
  const box = (await map(page).boundingBox())!;
  const at = ([x, y]: [number, number]): [number, number] => [box.x + box.width * x, box.y + box.height * y];
  await page.mouse.move(...at(places[0]));
  await page.mouse.down();
  for (const place of places.slice(1)) await page.mouse.move(...at(place), { steps: 6 });
  await page.mouse.up();
}

/** The draft as it is saved. */
async function saved(page: Page): Promise<{
  fasteners: { at?: [number, number][] }[];
  map: { outline: unknown; photo?: { corners: number[][] } };
  parts: { regions?: Record<string, unknown> }[];
}> {
  await expect(page.getByText('Draft saved')).toBeVisible();
  const id = /procedures\/([^/]+)/.exec(page.url())![1];
  const answer = await page.request.get(`/api/procedures/${id}/file`);
  return (await answer.json()) as never;
}

test('draws a line around several, lines them up, moves them together, and takes all of it back', async ({ page }) => {
  await beginDoor(page, 'Lasso');
  await tell(page, 'card: pull bottom, then up');
  const palette = page.getByRole('region', { name: 'Place' });
  for (const [x, y] of [
    [0.2, 0.7],
    [0.4, 0.74],
    [0.6, 0.68],
  ] as const) {
    // prettier-ignore
    await palette.getByLabel('Find what to place').fill('tab');
    await palette.getByRole('button', { name: 'Tab', exact: true }).first().click();
    const box = (await map(page).boundingBox())!;
    await map(page).click({ position: { x: box.width * x, y: box.height * y } });
    await page.keyboard.press('Escape');
  }
  await page.getByRole('button', { name: 'Select several' }).click();
  await draw(page, [0.1, 0.6], [0.75, 0.6], [0.75, 0.82], [0.1, 0.82], [0.1, 0.6]);
  const several = page.getByRole('region', { name: 'Selected items' });
  await expect(several.getByRole('heading', { name: '3 selected' })).toBeVisible();
  await expectAccessible(page);
  await several.getByRole('button', { name: 'Same height' }).click();
  await several.getByRole('button', { name: 'Spread evenly' }).click();
  const lined = (await saved(page)).fasteners.map(({ at }) => at![0]);
  expect(new Set(lined.map(([, y]) => y)).size).toBe(1);
  expect(lined[1][0] - lined[0][0]).toBeCloseTo(lined[2][0] - lined[1][0], -1);
  // Together by the arrow keys.
  await page.getByRole('button', { name: 'Select several' }).click();
  await map(page).focus();
  for (let n = 0; n < 3; n += 1) await page.keyboard.press('Shift+ArrowUp');
  await expect.poll(async () => (await saved(page)).fasteners[0].at![0][1]).toBe(lined[0][1] + 30);
  // Three nudges are taken back in one, then the two arrangements.
  for (let n = 0; n < 3; n += 1) await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect.poll(async () => new Set((await saved(page)).fasteners.map(({ at }) => at![0][1])).size).toBe(3);
});

test('draws a shape by its corners, an area of a shield, and the outline of the map', async ({ page }) => {
  await beginDoor(page, 'Corners');
  await tell(page, 'shield stuck with butyl');
  await pickRecorded(page, /^shield/);
  const box = (await map(page).boundingBox())!;
  await map(page).click({ position: { x: box.width / 2, y: box.height / 2 } });
  await page.getByLabel('Peeled in part').selectOption({ label: 'another, drawn by its corners' });
  await expect(page.getByText(/Drag a corner/)).toBeVisible();
  const corner = page.locator('circle.corner:not(.new)').first();
  const before = (await saved(page)).parts[0].regions!['area-1'];
  const place = (await corner.boundingBox())!;
  await page.mouse.move(place.x + place.width / 2, place.y + place.height / 2);
  await page.mouse.down();
  await page.mouse.move(place.x + 60, place.y + 40, { steps: 5 });
  await page.mouse.up();
  await expect.poll(async () => JSON.stringify((await saved(page)).parts[0].regions!['area-1'])).not.toBe(JSON.stringify(before)); // prettier-ignore
  await page.getByRole('tab', { name: 'Procedure' }).click();
  await page.getByRole('button', { name: 'Adjust by its corners' }).click();
  const outline = page.locator('circle.corner:not(.new)').nth(3);
  const edge = (await outline.boundingBox())!;
  await page.mouse.move(edge.x + edge.width / 2, edge.y + edge.height / 2);
  await page.mouse.down();
  await page.mouse.move(edge.x - 30, edge.y - 30, { steps: 5 });
  await page.mouse.up();
  await expect.poll(async () => typeof (await saved(page)).map.outline).toBe('object');
  await page.getByRole('group', { name: 'Drawn in it' }).getByRole('button', { name: 'pocket' }).click();
  await page.getByRole('button', { name: 'Back to the usual one' }).click();
  await expect.poll(async () => (await saved(page)).map.outline).toBe('front-door');
});

test('brings a photo behind the drawing to scale by a length that is known', async ({ page }) => {
  await beginDoor(page, 'Scale');
  await tell(page, 'card: pull bottom, then up');
  await expect(page.getByText('Draft saved')).toBeVisible();
  await page.getByRole('tab', { name: 'Procedure' }).click();
  const buffer = await sharp({ create: { width: 900, height: 600, channels: 3, background: '#887766' } })
    .png()
    .toBuffer();
  await page.getByLabel('Photo behind the drawing').setInputFiles({ name: 'door.png', mimeType: 'image/png', buffer });
  await page.getByRole('button', { name: 'Scale by a known length' }).click();
  const box = (await map(page).boundingBox())!;
  const tap = (x: number, y: number) => map(page).click({ position: { x: box.width * x, y: box.height * y } });
  await tap(0.4, 0.5);
  await tap(0.6, 0.5);
  const before = (await saved(page)).map.photo!.corners;
  const length = page.getByLabel('It is this long');
  await length.fill('480');
  await length.press('Enter');
  await expect(length).toHaveCount(0);
  const after = (await saved(page)).map.photo!.corners;
  const wide = (corners: number[][]) => Math.hypot(corners[1][0] - corners[0][0], corners[1][1] - corners[0][1]);
  // The two taps were about 240 mm apart on this map: the photo is about twice as wide now, and as undistorted as it was.
  expect(wide(after) / wide(before)).toBeGreaterThan(1.5);
  expect(wide(before) / Math.hypot(before[3][0] - before[0][0], before[3][1] - before[0][1])).toBeCloseTo(1.5, 1);
  expect(wide(after) / Math.hypot(after[3][0] - after[0][0], after[3][1] - after[0][1])).toBeCloseTo(1.5, 1);
});

test('loses nothing to swapped years, an option still in use, Back in mid-edit, or a third tablet', async ({
  page,
  browser,
  baseURL,
}) => {
  await beginDoor(page, 'Bad input');
  await tell(page, 'card: pull bottom, then up', '2 T20 hold card');
  await page.getByRole('tab', { name: 'Procedure' }).click();
  await page.getByLabel('From year').fill('2020');
  await expect(page.getByText('Enter 1900 to 2018. Still saved: 2011.')).toBeVisible();
  await page.getByLabel('Option', { exact: true }).fill('windows');
  await page.getByLabel('Its values').fill('power, crank');
  await page.getByRole('button', { name: 'Add the option' }).click();
  await pickRecorded(page, /^screw/);
  await page.getByRole('group', { name: 'Only with windows' }).getByRole('button', { name: 'crank' }).click();
  await page.getByRole('tab', { name: 'Procedure' }).click();
  await page.getByRole('button', { name: 'Remove windows' }).click();
  await expect(page.getByText(/1 item depends on it/)).toBeVisible();
  // Back while a note is half typed: what is typed is there again.
  await pickRecorded(page, 'card');
  await page.getByRole('region', { name: 'Coming off' }).getByLabel('Note').fill('mind the lip');
  const address = page.url();
  await page.goBack();
  await page.goto(address);
  await pickRecorded(page, 'card');
  await expect(page.getByRole('region', { name: 'Coming off' }).getByLabel('Note')).toHaveValue('mind the lip');
  await expect(page.getByText('Draft saved')).toBeVisible();
  // Three tablets on one draft: the first save stands, the others are told and keep theirs.
  const others = await Promise.all([0, 1].map(() => browser.newPage({ baseURL })));
  for (const other of others) {
    await signIn(other, 'Tomas Varga', 'saltmarsh-bench');
    await other.goto(address);
    await pickRecorded(other, 'card');
  }
  await page.getByLabel('Type a line').fill('5 clips hold card');
  await page.getByLabel('Type a line').press('Enter');
  await expect(page.getByText('Draft saved')).toBeVisible();
  for (const [n, other] of others.entries()) {
    await other.getByRole('region', { name: 'Coming off' }).getByLabel('Note').fill(`note of tablet ${n}`);
    await expect(other.getByText(/changed since|moved on|Somebody else/).first()).toBeVisible();
    await expect(other.getByRole('region', { name: 'Coming off' }).getByLabel('Note')).toHaveValue(
      `note of tablet ${n}`,
    );
    await other.close();
  }
});
