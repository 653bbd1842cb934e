import { expect, type Page } from '@playwright/test';
import { test } from './awake';
import { expectAccessible, signIn } from './support';

const said = (page: Page) => page.getByRole('status');
const tool = (page: Page, name: string) => page.getByRole('button', { name, exact: true }).click();
/** Picks a thing in the list, and does something with it. */
async function onItem(page: Page, item: string | RegExp, deed: string): Promise<void> {
  const row = page.getByRole('button', { name: item });
  if ((await row.getAttribute('aria-expanded')) !== 'true') await row.click();
  await page.getByRole('button', { name: deed, exact: true }).click();
}
async function signOut(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByText('Who is working?')).toBeVisible();
}
const points = (page: Page) => page.locator('.points strong');

/** Takes hold of a part in its middle on the drawing and draws it. */
async function dragPart(page: Page, name: string, px: number): Promise<void> {
  const box = await page.evaluate((words) => {
    const title = [...document.querySelectorAll('svg.panel-map g > title')].find((one) => one.textContent === words)!;
    const { x, y, width, height } = title.parentElement!.querySelector('.part')!.getBoundingClientRect();
    return { x: x + width / 2, y: y + height / 2 };
  }, name);
  await page.mouse.move(box.x, box.y);
  await page.mouse.down();
  await page.mouse.move(box.x, box.y - px / 2);
  await page.mouse.move(box.x, box.y - px);
  await expect(page.locator('.pulled-part .in-hand')).toBeVisible();
  await page.mouse.up();
}

/** Answers a gate by looking at every line first. */
async function passGate(page: Page): Promise<void> {
  for (const line of await page.locator('.gate-lines > li').all()) {
    await line.getByRole('button', { name: 'Look' }).click();
    const seen = await line.locator('.seen').textContent();
    const fine = FINE.some((words) => seen!.startsWith(words));
    await line.getByRole('button', { name: fine ? 'Fine' : 'Not fine', exact: true }).click();
  }
  await page.getByRole('button', { name: 'Pass the gate' }).click();
}
/** How lines read that are as they should be. */
const FINE = [
  'All there',
  'Everything behind',
  'Empty',
  'Stuck down',
  'Clear',
  'The window runs',
  'Home and',
  'Plugged in, and',
  'Hooked up, and',
  'It works',
  'Trips and lets go',
  'Vacuumed clean',
  'Out, everything dark',
  'It comes on',
  'It goes out',
  'It plays',
];

test('anybody tries the made-up door from the sign-in screen: a missed screw bends the card, then breaks it, and nothing is kept', async ({
  page,
}) => {
  await page.goto('/sign-in');
  await page.getByRole('link', { name: 'Try a door' }).click();
  await expect(page.getByRole('heading', { name: 'Get out: door speaker' })).toBeVisible();
  await expectAccessible(page);
  await expect(page.getByText('Saltmarsh')).toHaveCount(0);
  await dragPart(page, 'corner trim', 90);
  await expect(said(page)).toContainText('The corner trim is off.');
  await onItem(page, /^pull-cup cap/, 'Pull out at the front');
  await tool(page, 'T20 driver');
  await onItem(page, /^T20 screws of the door card/, 'With the T20 driver, one');
  await expect(said(page)).toContainText('1 of 2 out.');
  await tool(page, 'Plastic trim tool');
  await onItem(page, /^door card/, 'Pull out at the bottom');
  await expect(said(page)).toContainText('Stop pulling. The T20 screws behind the pull-cup cap');
  await page.getByRole('button', { name: 'Firm hand' }).click();
  await page.getByRole('button', { name: 'Pull out at the bottom' }).click();
  await expect(said(page)).toContainText('The trim cracks at the');
  await page.getByRole('button', { name: 'Give up' }).click();
  await expect(points(page)).toHaveText('0');
  await expect(page.getByText('None of this was kept.')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Once more' }).click();
  await expect(page.getByRole('heading', { name: 'Get out: door speaker' })).toBeVisible();
});

test('the made-up door, clean, there and back, with the keyboard alone', async ({ page }) => {
  await page.goto('/try');
  await expect(page.getByRole('heading', { name: 'Get out: door speaker' })).toBeVisible();
  const press = async (name: string | RegExp) => {
    await page
      .getByRole('button', typeof name === 'string' ? { name, exact: true } : { name })
      .first()
      .focus();
    await page.keyboard.press('Enter');
  };
  const does = async (item: RegExp, deed: string) => {
    await press(item);
    await press(deed);
  };
  await does(/^corner trim/, 'Pull out in the middle');
  await press('Pick');
  await does(/^pull-cup cap/, 'Pull out at the front');
  await does(/^release-handle bezel/, 'Move rearwards');
  await press('T20 driver');
  await does(/^T20 screws of the door card/, 'With the T20 driver, all 2');
  await does(/^T20 screw of the door card/, 'With the T20 driver');
  await press('Plastic trim tool');
  await does(/^door card/, 'Pull out at the bottom');
  await press('Move up');
  await expect(said(page)).toContainText('The door card is free, but still hangs by something.');
  await does(/^release cable/, 'Undo it');
  await does(/^door card/, 'Lift it away');
  await press('T25 driver');
  await does(/^T25 screws/, 'With the T25 driver, all 3');
  await does(/^door speaker/, 'Pull out in the middle');
  await does(/^speaker plug/, 'Undo it');
  await does(/^door speaker/, 'Lift it away');
  await expect(page.getByText('0 broken · 0 mistakes')).toBeVisible();
  await press('Put it back');
  await expect(page.getByRole('heading', { name: 'Sort the screws' })).toBeVisible();
  await expectAccessible(page);
  const hole = (name: string) => page.getByRole('group', { name, exact: true });
  await hole('T20 screws of the door card').getByRole('button', { name: /25 mm/ }).focus();
  await page.keyboard.press('Space');
  await hole('T20 screw of the door card').getByRole('button', { name: /40 mm/ }).focus();
  await page.keyboard.press('Space');
  await hole('T25 screws of the door speaker').getByRole('button', { name: /T25/ }).focus();
  await page.keyboard.press('Space');
  await press('Sorted');
  await expect(page.getByRole('heading', { name: 'Put it back' })).toBeVisible();
  await expectAccessible(page);
  // One hint for each step from here on: this is about the keyboard.
  for (let n = 0; n < 60 && !(await points(page).count()); n += 1) {
    await press('Hint');
    await page.locator('.sight.next').focus();
    await page.keyboard.press('Enter');
    if (await page.getByRole('button', { name: 'Pass the gate' }).count()) await passGate(page);
  }
  await expect(page.getByText('Broken')).toBeVisible();
  await expect(page.getByText('nothing', { exact: true })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Weak spots' })).toHaveCount(0);
});

test('a trainee rehearses what a lead set, guided, and it is done', async ({ page }) => {
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  await page.goto('/rehearse');
  await page.getByLabel('Who is to rehearse').selectOption({ label: 'Pip Hallam' });
  await page
    .getByLabel('What is to be rehearsed')
    .selectOption({ label: 'Brannock Drover, front door, single cab, left' });
  await page.getByLabel('At which level').selectOption('guided');
  await page.getByRole('button', { name: 'Set rehearsal' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'single cab' })).toContainText('not done yet');
  await expectAccessible(page);
  await signOut(page);
  await signIn(page, 'Pip Hallam', '5005');
  await page.getByRole('link', { name: 'Rehearse', exact: true }).click();
  await page
    .getByRole('region', { name: 'Set for you' })
    .getByRole('link', { name: /Drover/ })
    .click();
  await expect(page.getByRole('radio', { name: /^Guided/ })).toBeChecked();
  await page.getByLabel(/^Put it back too/).uncheck();
  await page.getByLabel('What comes out').selectOption({ index: 0 });
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByText('Next:')).toBeVisible();
  await page.getByRole('button', { name: 'Give up' }).click();
  await expect(points(page)).toHaveText('0');
  await page.getByRole('link', { name: 'To Rehearse' }).click();
  // Given up is not done.
  await expect(page.getByRole('region', { name: 'Set for you' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Next' }).getByRole('link', { name: /Drover/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Everybody' })).toHaveCount(0);
});

test('an airbag plug with the battery on stops the rehearsal, says why, and counts for nothing', async ({ page }) => {
  await signIn(page, 'Pip Hallam', '5005');
  await page.goto('/rehearse/begin?procedure=calder-rear-seat&level=alone');
  await page.getByLabel('What comes out').selectOption({ label: 'Left side bolster' });
  await page.getByRole('button', { name: 'Begin' }).click();
  await onItem(page, /^seat base/, 'Move up');
  await page.getByRole('button', { name: 'Move forwards', exact: true }).click();
  await expect(said(page)).toContainText('The seat base is free');
  await tool(page, '10 mm socket');
  await onItem(page, /^10 mm bolt of the left side bolster/, 'With the 10 mm socket');
  await onItem(page, /^left side bolster/, 'Pull out at the top');
  await expect(page.getByRole('heading', { name: /Stopped: airbag/ })).toBeVisible();
  await expect(said(page)).toContainText('Battery off first, then wait as the vehicle maker’s manual says.');
  await expect(points(page)).toHaveText('0');
  await expectAccessible(page);
});

test('a draft is published only once others have rehearsed it, and what they missed is said beside it', async ({
  page,
}) => {
  await signIn(page, 'Ines Okafor-Lind', 'saltmarsh-desk');
  const settings = async (testers: string) => {
    await page.goto('/settings');
    await page.getByLabel(/^People who must rehearse a draft/).fill(testers);
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  };
  await settings('1');
  const made = await page.request.post('/api/procedures', {
    data: {
      make: 'Wicket',
      model: `Carry ${Date.now().toString(36)}`,
      from: 2011,
      to: 2018,
      body: 'van',
      zone: 'front-door',
      side: 'left',
      width: 1100,
      height: 700,
    },
  });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/procedures/${id}/edit`);
  await page.getByLabel('Type a line').fill('2 T20 hold cap');
  await page.getByLabel('Type a line').press('Enter');
  await page.getByLabel('Type a line').fill('cap: pull');
  await page.getByLabel('Type a line').press('Enter');
  await expect(page.getByText('Draft saved')).toBeVisible();
  const publish = async () => {
    await page.getByRole('button', { name: 'Publish revision' }).click();
    await page.getByLabel('What changed, and why').fill('First recording');
    await page.getByRole('button', { name: 'Publish', exact: true }).click();
  };
  await publish();
  await expect(page.getByText(/1 person other than whoever wrote it must rehearse this draft/)).toBeVisible();
  await page.goto('/');
  await signOut(page);

  await signIn(page, 'Pip Hallam', '5005');
  await page.goto(`/rehearse/begin?procedure=${id}&draft=1&level=alone`);
  await page.getByLabel(/^Put it back too/).uncheck();
  await page.getByRole('button', { name: 'Begin' }).click();
  await onItem(page, /^cap/, 'Pull out in the middle');
  await expect(said(page)).toContainText('The T20 screws of the cap still hold it.');
  await tool(page, 'T20 driver');
  await onItem(page, /^T20 screws of the cap/, 'With the T20 driver, all 2');
  await onItem(page, /^cap/, 'Pull out in the middle');
  await page.getByRole('button', { name: 'That’s it' }).click();
  await expect(page.getByRole('heading', { name: 'Weak spots' })).toBeVisible();
  await page.getByRole('link', { name: 'To Rehearse' }).click();
  await signOut(page);

  await signIn(page, 'Ines Okafor-Lind', 'saltmarsh-desk');
  await page.goto(`/procedures/${id}/edit`);
  await page.getByRole('tab', { name: /question/i }).click();
  const tried = page.getByRole('region', { name: 'Tried by others' });
  await expect(tried).toContainText('Rehearsed by Pip Hallam. 1 of 1 needed before it is published.');
  await expect(tried).toContainText('T20 screws of the cap: still held when it was pulled');
  await publish();
  await expect(page.getByRole('tab', { name: /^Revisions/ })).toBeVisible();
  await settings('0');
});
