import { expect } from '@playwright/test';
import { test } from './awake';
import { expectAccessible, signIn, pickRecorded } from './support';

test('sets up an empty shop and signs the owner in', async ({ browser }) => {
  const page = await browser.newPage({ baseURL: process.env.PEZZO_EMPTY_URL });
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Set up your shop' })).toBeVisible();
  await page.getByRole('button', { name: 'Open the shop' }).click();
  await expect(page.getByText('Give the shop a name.')).toBeVisible();
  await page.getByLabel('Name of the shop').fill('Harbour Sound');
  await page.getByLabel('Your name').fill('Ada Brine');
  await page.getByLabel('Your PIN for the bay tablet').fill('2469');
  await page.getByLabel('Your password for the desk').fill('a long password');
  await page.getByLabel('Code', { exact: true }).fill('WRONG-ONE');
  await page.getByRole('button', { name: 'Open the shop' }).click();
  await expect(page.getByText('That is not the code printed')).toBeVisible();
  await page.getByLabel('Code', { exact: true }).fill(process.env.PEZZO_SETUP_CODE!.toLowerCase());
  await page.getByRole('button', { name: 'Open the shop' }).click();
  await expect(page.getByText('No jobs yet.')).toBeVisible();
  await page.getByRole('link', { name: 'People' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Sol Reed');
  await page.getByLabel('PIN', { exact: true }).fill('1358');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('cell', { name: 'Sol Reed', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByText('Who is working?')).toBeVisible();
  await signIn(page, 'Sol Reed', '1358');
  await page.close();
});

test('has no serious accessibility fault on the main views', async ({ page }) => {
  await page.goto('/sign-in');
  await expectAccessible(page);
  await signIn(page, 'Ines Okafor-Lind', 'saltmarsh-desk');
  for (const address of [
    '/',
    '/day',
    '/library',
    '/procedures/kite-rear-door',
    '/jobs/2402',
    '/jobs/2402/check-in',
    '/jobs/2401/check-in?walk=departure',
    '/stores',
    '/insights',
    '/wires',
    '/jobs/2402/quote',
    '/jobs/new',
    '/people',
    '/customers',
    '/settings',
    '/procedures/new',
    '/kit',
    '/plan?procedure=lumen-front-door&goal=woofer',
  ]) {
    await page.goto(address);
    await expect(page.getByRole('heading', { level: address.includes('check-in') ? 2 : 1 }).first()).toBeVisible();
    await expectAccessible(page);
  }
});

test('peels the layers, and shares selection between map and list', async ({ page }) => {
  await signIn(page, 'Bea Nwosu', '3003');
  await page.goto('/procedures/kite-rear-door');
  const map = page.getByRole('group', { name: /^Panel map/ });
  await expect(map.getByText('door speaker', { exact: true })).toHaveCount(0);
  const peel = page.getByRole('slider', { name: 'Peel the layers' });
  // Moved before the page listens, the slider would stand there and nothing be peeled.
  await expect(async () => {
    for (const layer of ['2', '3']) await peel.fill(layer);
    await expect(map.getByText('door speaker', { exact: true })).toHaveCount(1, { timeout: 1000 });
  }).toPass();
  await page.getByRole('button', { name: 'pull-cup cap', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Selected item' })).toContainText('front edge');
});

test('tells the second of two editors, and keeps their work', async ({ browser, baseURL }) => {
  const [one, two] = await Promise.all([browser.newPage({ baseURL }), browser.newPage({ baseURL })]);
  for (const page of [one, two]) {
    await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
    await page.goto('/procedures/kite-front-door/edit');
    await pickRecorded(page, 'sail trim');
  }
  const rename = async (page: typeof one, name: string) => {
    await page.getByRole('region', { name: 'Selected item' }).getByLabel('Name').fill(name);
    await page.getByRole('region', { name: 'Selected item' }).getByLabel('Name').press('Enter');
  };
  await rename(one, 'Sail trim, first');
  await expect(one.getByText('Draft saved')).toBeVisible();
  await rename(two, 'Sail trim, second');
  await expect(two.getByText('Somebody else began a draft')).toBeVisible();
  await expect(two.getByRole('heading', { name: /sail trim, second/i })).toBeVisible();
  await Promise.all([one.close(), two.close()]);
});

test('keeps what is recorded while the server cannot be reached, through a reload, and sends it later', async ({
  page,
  context,
}) => {
  await signIn(page, 'Rui Castellane', '4004');
  await page.goto('/jobs/2402');
  await page
    .getByRole('link', { name: /Velden Kite, rear door/ })
    .first()
    .click();
  const words = page.locator('.progress-words');
  await expect(words).toContainText('4 of');
  await context.route('**/api/logs/**', (route) => route.abort());
  await page.locator('.done-bar').click();
  await expect(words).toContainText('5 of');
  await expect(page.getByText(/\d saved here, not yet sent/)).toBeVisible();
  await page.reload();
  await expect(words).toContainText('5 of');
  await context.unroute('**/api/logs/**');
  await expect(page.getByText('● saved')).toBeVisible();
  await page.getByRole('button', { name: 'Back' }).click();
  await expect(words).toContainText('4 of');
});
