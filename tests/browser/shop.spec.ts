import { expect } from '@playwright/test';
import { test } from './awake';
import { expectAccessible, openJob, signIn } from './support';

test('one key finds everything: a customer’s job, a procedure, a wire, a tool of the bench; another one lists the keys', async ({
  page,
}) => {
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  await page.goto('/stores');
  await page.keyboard.press('/');
  const find = page.getByRole('combobox', { name: 'Find anything' });
  await expect(find).toBeFocused();
  await find.fill('tideway');
  await expect(page.getByRole('option', { name: /^Job \d+/ }).first()).toBeVisible();
  await expectAccessible(page);
  await find.fill('BU/WH');
  await expect(page.getByRole('option', { name: /^BU\/WH · door speaker \+/ }).first()).toBeVisible();
  await find.fill('kite rear');
  await expect(page.getByRole('option', { name: /^Velden Kite, rear door, left/ }).first()).toBeVisible();
  await find.fill('polarity');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/bench\?tool=polarity/);
  await page.locator('body').click();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('find anything');
  await expectAccessible(page);
});

test('a quote is made from a plan, sent, printed, and accepted by phone once', async ({ page }) => {
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  const job = await openJob(page, 'Quoted speakers');
  await page.goto(`/plan?procedure=kite-rear-door&goal=kite-rear-door%2Fwoofer&option.windows=power&job=${job}`);
  await page.getByRole('link', { name: 'Into the quote' }).click();
  await expect(page.getByLabel('Line 1: what')).toHaveValue(/Velden Kite, rear door/);
  await page.getByRole('button', { name: '+ part' }).click();
  await page.getByLabel('Line 2: what').fill('Speakers');
  await page.getByLabel('Line 2: quantity').fill('2');
  await page.getByLabel('Line 2: price').fill('49,50');
  await page.getByRole('button', { name: '+ material' }).click();
  await page.getByLabel('Line 3: what').fill('Damping');
  await page.getByLabel('Line 3: price').fill('abc');
  await expect(page.getByText('“abc” is no price')).toBeVisible();
  await page.getByLabel('Line 3: price').fill('80');
  await page.getByLabel('Line 3: the customer may leave it out').check();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Send quote' }).click();
  const sent = page.getByRole('region', { name: 'Quote 1' });
  await expect(sent).toContainText('Ready by');
  await sent.getByRole('checkbox').uncheck();
  await sent.getByLabel('Who answers').fill('A. Customer');
  await sent.getByRole('button', { name: 'Accepted' }).click();
  await expect(sent).toContainText('✓ Accepted by A. Customer, by phone');
  await expect(sent).toContainText('option, left out');
  const again = await page.request.post(`/api/jobs/${job}/quotes/1/answer`, {
    data: { answer: 'declined', how: 'phone', name: 'B', leftOut: [], note: '' },
  });
  expect(again.status()).toBe(409);
  await page.goto(`/jobs/${job}`);
  await expect(page.getByLabel('Where this job stands')).toContainText('ready by');
});

test('a shelf that cannot be right asks to be counted; what runs low is ordered, and what comes is booked', async ({
  page,
}) => {
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  await page.goto('/stores');
  const items = page.getByRole('region', { name: 'Items' });
  await items.getByRole('button', { name: 'push clips, 8 mm', exact: true }).click();
  const item = page.getByRole('region', { name: 'push clips, 8 mm', exact: true });
  await item.getByLabel('push clips, 8 mm: counted').fill('3');
  await item.getByRole('button', { name: 'Put the count right' }).click();
  await expect(page.getByText('counted').first()).toBeVisible();
  await item.getByLabel('Supplier', { exact: true }).fill('Quay Fixings');
  await item.getByLabel('Supplier’s number').fill('Q-118');
  await item.getByLabel('Never fewer than').fill('40');
  await item.getByLabel('Stands in as any').fill('');
  await item.getByLabel(/^Price each/).fill('0,x');
  await item.getByRole('button', { name: 'Save item' }).click();
  await expect(item.getByText('“0,x” is no price')).toBeVisible();
  await item.getByLabel(/^Price each/).fill('0,12');
  await item.getByRole('button', { name: 'Save item' }).click();
  await page.getByText(/^To order: \d+$/).click();
  const order = page.getByRole('region', { name: 'Quay Fixings' });
  await expect(order).toContainText('push clips');
  await expect(order.getByRole('link', { name: 'Draft a mail' })).toHaveAttribute('href', /Q-118/);
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await page.getByLabel('Delivery as CSV').setInputFiles({
    name: 'delivery.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('kind,count\nQ-118,500\nno-such-thing,4\n'),
  });
  await expect(page.getByRole('status')).toContainText(
    '1 line booked; not known, so not booked: no-such-thing (line 3)',
  );
  await expect(items.getByRole('row', { name: /^push clips/ })).toContainText('503');
});

test('an order is noted, answered and booked as it comes; a tool is handed on; a kit is put together and taken by a job once', async ({
  page,
}) => {
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  await page.goto('/stores?tab=orders');
  const order = page
    .getByRole('region', { name: /^Order \d+$/ })
    .filter({ hasText: 'back' })
    .last();
  await expect(order).toContainText('Delayed by 5 days');
  await order.getByLabel('M5 rivet nut: came now').fill('11');
  await order.getByRole('button', { name: 'Book what came' }).click();
  await expect(order.getByText('More of “M5 rivet nut” than was ordered')).toBeVisible();
  await order.getByLabel('M5 rivet nut: came now').fill('10');
  await order.getByRole('button', { name: 'Book what came' }).click();
  await expect(
    order
      .getByRole('row', { name: /^M5 rivet nut/ })
      .getByRole('cell')
      .nth(3),
  ).toHaveText('10');
  await expectAccessible(page);

  await page.getByRole('link', { name: 'Tools', exact: true }).click();
  const rivet = page.getByRole('listitem').filter({ hasText: 'Rivet tool, red handle' });
  await rivet.getByRole('button', { name: 'I have it' }).click();
  await expect(rivet).toContainText('With Tomas Varga');
  await rivet.getByRole('button', { name: 'Back in its place' }).click();
  await expect(rivet).toContainText('In its place');
  await expect(page).toHaveTitle(/Stores/);
  await expectAccessible(page);

  await page.getByRole('link', { name: 'Kits', exact: true }).click();
  await page.getByLabel('Name', { exact: true }).fill('Pins for the Kite');
  await page.getByLabel('Make, empty for any').fill('velden');
  await page.getByLabel('Item 1', { exact: true }).fill('push-pin');
  await page.getByLabel('Item 1: how many').fill('2');
  await page.getByRole('button', { name: 'Add kit' }).click();
  await expect(page.getByText('Pins for the Kite')).toBeVisible();
  await expect(page).toHaveTitle(/Stores/);
  await expectAccessible(page);
  await openJob(page, 'With a kit');
  const kit = page.getByRole('region', { name: 'Kits' }).getByRole('listitem').filter({ hasText: 'Pins for the Kite' });
  await kit.getByRole('button', { name: 'Take kit' }).click();
  await expect(kit).toContainText('✓ Taken');
});
