import { expect } from '@playwright/test';
import sharp from 'sharp';
import { test } from './awake';
import { beginDoor, expectAccessible, isKept, pickRecorded, place, recordedSoFar, signIn, tapMap } from './support';

/** A picture of nothing. */
const picture = () =>
  sharp({ create: { width: 800, height: 600, channels: 3, background: '#556677' } })
    .png()
    .toBuffer();

const NOTES = `crank: pull out
crank has a C-clip
card: pull bottom, then up
grab handle: start at the hinge end, 2 T20 behind handle strip, 18 long
handle strip: 3 tabs
reflector hides a T20, 40 long
two 8 mm behind pocket, hold card
10 clips around card, stay in the door
rod to the lock on card, turn the keeper
shield stuck with butyl
speaker: five rivets, back as M5 rivet nuts
Rui says the last one took ages`;

test('records a door from a page of notes, marks what it did not understand, and plans it', async ({ page }) => {
  await beginDoor(page, 'Notes');
  await page.getByRole('button', { name: 'Paste notes' }).click();
  await page.getByLabel('One line, one thing').fill(NOTES);
  await expect(page.getByText('Line 12: Rui says the last one took ages')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: /^Add \d+ items$/ }).click();
  // One more by a single line, seen as it is read before it is taken.
  await page.getByLabel('Type a line').fill('speaker plug, squeeze both sides');
  await expect(page.getByText('connector on "speaker", squeeze the tab')).toBeVisible();
  await page.getByLabel('Type a line').press('Enter');
  await page.getByLabel('Type a line').fill('7 foos in the bar');
  await expect(page.getByText('Not understood: 7 foos in the bar')).toBeVisible();
  await page.getByLabel('Type a line').fill('');
  const list = await recordedSoFar(page);
  await expect(list.getByRole('button', { name: 'reflector', exact: true })).toBeVisible();
  await pickRecorded(page, /rivet/);
  await expect(page.getByLabel('Comes back as')).toHaveValue('M5 rivet nuts');
  await pickRecorded(page, 'speaker');
  await page.getByLabel('Behind: pick what covers it…').selectOption({ label: 'Shield' });
  await pickRecorded(page, 'shield');
  await page.getByLabel('Behind: pick what covers it…').selectOption({ label: 'Card' });
  await expect(page.getByText('Draft saved')).toBeVisible();
  await page.getByRole('tab', { name: /To answer|No questions/ }).click();
  await expect(page.getByText('Error:')).toHaveCount(0);
  await page.getByRole('button', { name: 'Publish revision' }).click();
  await page.getByLabel('What changed, and why').fill('From the notes of the day');
  await page.getByRole('button', { name: 'Publish', exact: true }).click();
  await page.getByRole('link', { name: /^Plan/ }).first().click();
  await page.getByLabel('Add a goal').selectOption({ label: 'Speaker' });
  const apart = page.getByRole('region', { name: 'Take apart' });
  await expect(apart).toContainText('10 push clips let go');
  await expect(apart).toContainText('T20');
  await expect(apart).toContainText('Drill');
});

test('keeps what is typed whatever is tapped next, and says beside the field why it takes no more', async ({
  page,
}) => {
  await beginDoor(page, 'Typing');
  const item = page.getByRole('region', { name: 'Selected item' });
  await place(page, 'Panel', 0.5, 0.5);
  await place(page, 'Cover', 0.3, 0.4);
  // A note half typed, then a tap in the drawing.
  await item.getByRole('region', { name: 'Coming off' }).getByLabel('Note').fill('mind the thin edge');
  await tapMap(page, 0.9, 0.9);
  await pickRecorded(page, 'cover');
  await expect(item.getByRole('region', { name: 'Coming off' }).getByLabel('Note')).toHaveValue('mind the thin edge');
  await item.getByRole('region', { name: 'Coming off' }).getByLabel('Note').fill('x'.repeat(10_000));
  await expect(item.getByText('only the first 2000 are saved')).toBeVisible();
  await expect(page.getByText('Draft saved')).toBeVisible();

  await place(page, 'Screw', 0.3, 0.4);
  const count = item.getByLabel('Count', { exact: true });
  for (const [typed, why] of [
    ['0', 'Enter 1 to 999'],
    ['-3', 'Enter 1 to 999'],
    ['2.5', 'Enter a whole number'],
    ['1000', 'Enter 1 to 999'],
  ]) {
    await count.fill(typed);
    await expect(item.getByText(why)).toBeVisible();
    await expect(count).toHaveValue(typed);
  }
  // The rest is saved all the same.
  await item.getByLabel('Length').fill('25');
  await expect(page.getByText('Draft saved')).toBeVisible();
  await count.fill('4');
  await expect(item.getByRole('alert')).toHaveCount(0);
  await page.getByRole('tab', { name: 'Procedure' }).click();
  await page.getByLabel('From year').fill('2020');
  await expect(page.getByText('Enter 1900 to 2018. Still saved: 2011.')).toBeVisible();

  // What refers to a cover is named before it goes, and one tap brings all of it back.
  await pickRecorded(page, /screw/);
  await item.getByLabel('Behind: pick what covers it…').selectOption({ label: 'Cover' });
  await pickRecorded(page, 'cover');
  await item.getByRole('button', { name: 'Delete' }).click();
  const asked = page.getByRole('dialog');
  await expect(asked).toContainText('screw');
  await asked.getByRole('button', { name: /^Delete/ }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect((await recordedSoFar(page)).getByRole('button', { name: 'cover', exact: true })).toBeVisible();
  await page.reload();
  await expect((await recordedSoFar(page)).getByRole('button', { name: 'cover', exact: true })).toBeVisible();
});

test('takes a page of a thousand lines, and places several along an edge with one drag', async ({ page }) => {
  await beginDoor(page, 'Large');
  await page.getByRole('button', { name: 'Paste notes' }).click();
  await page
    .getByLabel('One line, one thing')
    .fill(Array.from({ length: 1000 }, (_, n) => `2 T20 hold trim ${'abcdefghij'[n % 10]}`).join('\n'));
  await page.getByRole('button', { name: 'Add 1010 items' }).click();
  await expect(page.getByRole('tab', { name: 'All 1010' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('tab', { name: 'All 0' })).toBeVisible();

  await place(page, 'Panel', 0.5, 0.5);
  const palette = page.getByRole('region', { name: 'Place' });
  await palette.getByLabel('Find what to place').fill('push clip');
  await palette.getByLabel('Find what to place').press('Enter');
  const map = (await page.getByRole('group', { name: /^Panel map/ }).boundingBox())!;
  await page.mouse.move(map.x + map.width * 0.2, map.y + map.height * 0.8);
  await page.mouse.down();
  await page.mouse.move(map.x + map.width * 0.8, map.y + map.height * 0.8, { steps: 8 });
  await page.mouse.up();
  const item = page.getByRole('region', { name: 'Selected item' });
  const count = Number(await item.getByLabel('Count', { exact: true }).inputValue());
  expect(count).toBeGreaterThan(3);
  await item.getByRole('button', { name: 'One more' }).click();
  await item.getByRole('button', { name: `Spread ${count + 1} evenly` }).click();
  await expect(item.getByRole('button', { name: /^Spread/ })).toHaveCount(0);
});

test('shows a photo with an arrow and a word where it was taken for, in the plan and in the bay', async ({ page }) => {
  await beginDoor(page, 'Photos');
  await page.getByLabel('Type a line').fill('card: pull bottom, then up');
  await page.getByLabel('Type a line').press('Enter');
  await page.getByLabel('Type a line').fill('speaker behind card, 4 T25 hold speaker');
  await page.getByLabel('Type a line').press('Enter');
  await page.getByLabel('Type a line').fill('9 clips hold card');
  await page.getByLabel('Type a line').press('Enter');
  await expect(page.getByText('Draft saved')).toBeVisible();
  await pickRecorded(page, 'card');
  await page.getByLabel('Photo of this item').setInputFiles({
    name: 'card.png',
    mimeType: 'image/png',
    buffer: await picture(),
  });
  await page.getByRole('button', { name: 'Photo 1: mark it' }).click();
  await page.getByLabel('Word in the photo').fill('start here');
  const box = (await page.getByTestId('photo-marks').getByRole('img').boundingBox())!;
  await page.mouse.move(box.x + box.width * 0.3, box.y + box.height * 0.3);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.6, box.y + box.height * 0.7, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByTestId('photo-marks').getByText('start here')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Done' }).click();
  // The same panel photographed lies behind the drawing, and can be left out again.
  await page.getByRole('tab', { name: 'Procedure' }).click();
  const door = await sharp({ create: { width: 600, height: 400, channels: 3, background: '#99aabb' } })
    .jpeg()
    .toBuffer();
  await page
    .getByLabel('Photo behind the drawing')
    .setInputFiles({ name: 'door.jpg', mimeType: 'image/jpeg', buffer: door });
  const behind = page.getByRole('group', { name: /^Panel map/ }).locator('foreignObject img');
  await expect(behind).toBeVisible();
  await page.getByRole('button', { name: 'Photo', exact: true }).click();
  await expect(behind).toHaveCount(0);
  // The steps can be read aloud before anything is published.
  await page.getByRole('tab', { name: 'Try' }).click();
  await expect(page.getByRole('region', { name: 'Plan of this draft' })).toContainText('Pull off the card');
  await pickRecorded(page, 'card');
  // What is no photo is refused where it was chosen.
  await page
    .getByLabel('Photo of this item')
    .setInputFiles({ name: 'list.png', mimeType: 'image/png', buffer: Buffer.from('a shopping list') });
  await expect(page.getByText(/not a picture that can be read/)).toBeVisible();
  await expect(page.getByText('Draft saved')).toBeVisible();
  await page.getByRole('button', { name: 'Publish revision' }).click();
  await page.getByLabel('What changed, and why').fill('First recording');
  await page.getByRole('button', { name: 'Publish', exact: true }).click();
  await page.getByRole('link', { name: /^Plan/ }).first().click();
  await page.getByLabel('Add a goal').selectOption({ label: 'Card' });
  await expect(page.getByRole('region', { name: 'Take apart' }).getByText('start here')).toBeVisible();
});

test('records in the bay without typing, through a lost network and a reload, for the desk to tidy up', async ({
  page,
  context,
}) => {
  await beginDoor(page, 'Bay');
  await page.getByRole('link', { name: 'In the bay' }).click();
  const told = async (verb: string, ...taps: string[]) => {
    await page.getByRole('button', { name: new RegExp(`^${verb}`) }).click();
    for (const tap of taps) await page.getByRole('button', { name: tap, exact: true }).click();
  };
  await told('Undone', 'Tab');
  await told('Came off', 'Cover');
  // A photo goes with what came off, and is sent without leaving the page.
  const sent = page.waitForResponse((response) => /\/api\/photos\//.test(response.url()) && response.ok());
  await expect(page.getByRole('button', { name: 'Photo of the cover' })).toBeVisible();
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'cover.png', mimeType: 'image/png', buffer: await picture() });
  await sent;
  await page.getByRole('button', { name: 'Found behind the cover' }).click();
  await told('Undone', 'More: 1 of them', 'T20');
  await expectAccessible(page);
  await expect(page.getByText('● saved')).toBeVisible();
  // The page was come to by a link. Without a network it opens all the same, with the newest that was saved.
  await page.waitForFunction(() => navigator.serviceWorker?.controller !== null);
  await expect.poll(() => isKept(page)).toBe(true);
  const recorded = await page.getByText(/^\d+ recorded/).textContent();
  await context.setOffline(true);
  await page.reload();
  await expect(page.getByText(recorded!)).toBeVisible();
  await expect(page.getByText('● saved')).toBeVisible();
  // What is told now stays on the tablet, through a reload.
  await told('Undone', 'Push clip');
  await told('Unhooked', 'Cable');
  await told('Came off', 'Panel');
  await expect(page.getByText(/saved here/)).toBeVisible();
  await page.reload();
  await expect(page.getByText('6 recorded')).toBeVisible();
  await told('Undone', 'T25');
  await told('Came off', 'Speaker');
  await context.setOffline(false);
  await expect(page.getByText('● saved')).toBeVisible();
  await page.getByRole('link', { name: 'Tidy up at the desk' }).click();
  const list = await recordedSoFar(page);
  await expect(list.getByRole('button', { name: 'speaker', exact: true })).toBeVisible();
  await pickRecorded(page, /^screw, panel/);
  await expect(page.getByRole('group', { name: 'Behind' }).getByRole('button', { name: /^Cover/ })).toBeVisible();
  await page.getByRole('tab', { name: /To answer|No questions/ }).click();
  await expect(page.getByText('Error:')).toHaveCount(0);
});

test('keeps saying why a save was refused until one goes through', async ({ page, context }) => {
  await beginDoor(page, 'Refused');
  const saves = '**/api/procedures/*/draft?*';
  let tries = 0;
  await context.route(saves, (route) => {
    tries += 1;
    return route.fulfill({ status: 403, json: { code: 'not-allowed', message: 'Your role does not record.' } });
  });
  await page.getByLabel('Type a line').fill('card: pull bottom, then up');
  await page.getByLabel('Type a line').press('Enter');
  // However often it is tried again meanwhile.
  await expect.poll(() => tries).toBeGreaterThan(2);
  expect(await page.getByText('Your role does not record.').isVisible()).toBe(true);
  await context.unroute(saves);
  await expect(page.getByText('Draft saved')).toBeVisible();
});

test('what two tablets told of one door is put together: at once where both keep all, after a look where one goes', async ({
  page,
  context,
  browser,
}) => {
  await beginDoor(page, 'Two');
  const address = page.url();
  await page.getByLabel('Type a line').fill('card: pull bottom, then up');
  await page.getByLabel('Type a line').press('Enter');
  await expect(page.getByText('Draft saved')).toBeVisible();
  const second = await browser.newContext();
  const other = await second.newPage();
  await signIn(other, 'Tomas Varga', 'saltmarsh-bench');
  await other.goto(address);
  await expect(other.getByText('Draft saved')).toBeVisible();
  await context.setOffline(true);
  // Both tell a cover, a screw behind it and how long it is; one of them without a network.
  for (const [one, length] of [
    [other, 18],
    [page, 25],
  ] as const) {
    const line = one.getByLabel('Type a line');
    await line.fill(one === page ? 'handle strip: 3 tabs' : 'pull cap: 2 tabs');
    await line.press('Enter');
    await line.fill(`T20 behind ${one === page ? 'handle strip' : 'pull cap'}, ${length} long, holds card`);
    await line.press('Enter');
  }
  await expect(other.getByText('Draft saved')).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText('both are put together')).toBeVisible();
  await expect(page.getByText('Draft saved')).toBeVisible();
  const id = address.split('/').at(-2)!;
  const read = async () =>
    (
      (await (await page.request.get(`/api/procedures/${id}/draft`)).json()) as {
        document: { parts: { id: string; name?: string }[]; fasteners: { behind?: string[]; length?: number }[] };
      }
    ).document;
  const both = await read();
  const behind = (length: number) => both.fasteners.find((one) => one.length === length)?.behind?.[0];
  const nameOf = (part: string | undefined) => both.parts.find((one) => one.id === part)?.name?.toLowerCase();
  expect([nameOf(behind(18)), nameOf(behind(25))]).toEqual(['pull cap', 'handle strip']);
  // Now both change the same, and it is said what goes before it goes.
  await other.reload();
  await context.setOffline(true);
  for (const [one, title] of [
    [other, 'Door, theirs'],
    [page, 'Door, mine'],
  ] as const) {
    await one.getByRole('tab', { name: 'Procedure' }).click();
    await one.getByLabel('Title').fill(title);
    await one.getByLabel('Title').blur();
  }
  await expect(other.getByText('Draft saved')).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText('Of this, one goes:')).toBeVisible();
  await expect(page.getByRole('alert').filter({ hasText: 'Of this, one goes' })).toContainText('Door, theirs');
  await page.getByRole('button', { name: 'Put both together' }).click();
  await expect(page.getByText('Draft saved')).toBeVisible();
  expect((await read()) as unknown).toMatchObject({ title: 'Door, mine' });
  await second.close();
});
