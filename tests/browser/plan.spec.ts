import { expect } from '@playwright/test';
import { test } from './awake';
import { expectAccessible, signIn, pickRecorded } from './support';

test('plans doors of both sides and a dash together, shows proof, tray, kit and reasons, and takes it to the bay', async ({
  page,
}) => {
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  await page.goto('/jobs/2403');
  await page.getByRole('link', { name: /^Soria Lumen, front door front door, left/ }).click();
  await page.getByRole('group', { name: 'audio' }).getByRole('button', { name: 'base', exact: true }).click();
  await page.getByRole('group', { name: 'puddle' }).getByRole('button', { name: 'none', exact: true }).click();
  await page.getByLabel('Plan another zone too').selectOption({ label: 'Soria Lumen, front door, right' });
  await expect(page.getByRole('button', { name: 'front door, right', exact: true })).toBeVisible();
  await page.getByLabel('Add a goal').selectOption('lumen-front-door/woofer');
  await page.getByLabel('Add a goal').selectOption('lumen-front-door@right/woofer');
  await expect(page.getByText('Proved: no order is quicker.')).toBeVisible();
  await expect(page.getByRole('note')).toContainText('mirrored');
  await expect(page.getByText('Disconnect the battery')).toHaveCount(1);

  await page.getByRole('button', { name: 'Tools and tray' }).click();
  await page.getByLabel('Bins of the tray').selectOption('6');
  await expect(page.locator('.tray-picture li')).toHaveCount(6);
  await page.getByRole('button', { name: /^Apart/ }).click();
  await page.getByRole('button', { name: 'as recorded' }).click();
  await expect(page.getByText(/As recorded would take|The recorded order is as quick/)).toHaveCount(0);
  await page.getByRole('button', { name: 'best', exact: true }).click();
  await expectAccessible(page);

  await page.getByRole('button', { name: 'What waits for what' }).click();
  await page
    .getByRole('button', { name: /^Drill out/ })
    .first()
    .click();
  await expect(page.getByText(/the door woofer is wanted out\.$/)).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Show the steps' }).click();

  await page.getByLabel('How the door woofer is wanted').first().selectOption('keep');
  await page.getByLabel('Add a goal').selectOption('lumen-front-door/card');
  await expect(page.getByRole('region', { name: 'Take apart' })).toBeVisible();
  await page.getByLabel('Add a goal').selectOption('lumen-front-door/sail');
  await page.getByLabel('How the sail trim is wanted').selectOption('keep');
  await expect(page.getByText(/^The sail trim cannot stay: /)).toBeVisible();
  await page.getByRole('button', { name: 'Remove the goal sail trim' }).click();
  await page.getByRole('button', { name: 'Take it to the bay' }).click();
  await page.getByRole('button', { name: 'Start there' }).click();
  await expect(page.getByRole('heading', { name: 'Lay out' })).toBeVisible();
  await expect(page.getByText('Not verified on this vehicle: front door, right.')).toBeVisible();
  await expectAccessible(page);
});

test('a job that is opened from a plan comes back to it, with all that was wanted', async ({ page }) => {
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  await page.goto('/plan?procedure=kite-rear-door%40right&goal=kite-rear-door%40right/woofer&option.windows=crank');
  await page.getByRole('button', { name: 'Take it to the bay' }).click();
  await page.getByRole('link', { name: /^(?:Open one|or open a new one)$/ }).click();
  await expect(page.getByRole('button', { name: /^Rear door, right/i })).toHaveAttribute('aria-pressed', 'true');
  await page.getByLabel('What needs doing').fill('Rear speaker, right');
  await page.getByLabel('Customer').fill('Juno Ferrand');
  await page.getByRole('button', { name: /^Open/ }).click();
  await expect(page).toHaveURL(/\/plan\?.*goal=kite-rear-door(?:@|%40)right(?:\/|%2F)woofer.*job=\d+/);
  await expect(page.getByRole('region', { name: 'Take apart' })).toContainText('window crank');
});

test('says what is missing in the kit, and takes a substitute within the fit rules', async ({ page }) => {
  await signIn(page, 'Bea Nwosu', '3003');
  await page.goto('/kit');
  for (const name of ['9/32 in', 'T20', 'Plastic trim tool'])
    await page.getByRole('checkbox', { name, exact: true }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.goto('/plan?procedure=kite-rear-door&goal=kite-rear-door/woofer&option.windows=power');
  await page.getByRole('button', { name: 'Tools and tray' }).click();
  const tool = (name: string) => page.getByRole('listitem').filter({ hasText: name });
  await expect(tool('7 mm socket')).toContainText('in your kit: 9/32 in');
  await expect(tool('T20 driver')).toContainText('✓ in your kit');
  await expect(tool('T25 driver')).toContainText('missing');
});

test('starts a recording for a vehicle from its nearest relative', async ({ page }) => {
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  await page.goto('/jobs/new');
  await page.getByLabel('What needs doing').fill('Rear speakers');
  await page.getByLabel('Make').fill('Velden');
  await page.getByLabel('Model', { exact: true }).fill('Kite');
  await page.getByLabel('Year').fill('2012');
  await page.getByRole('button', { name: 'Open the job' }).click();
  const relative = page.getByRole('listitem').filter({ hasText: '2 model years outside Velden Kite 2014–2019' });
  await relative.first().getByRole('button', { name: 'Record from this' }).click();
  await expect(page.getByRole('heading', { name: /^Velden Kite, / })).toBeVisible();
  await expect(page.getByText('Draft saved')).toBeVisible();
});

test('lets a shop add a fastener kind of its own, which then can be recorded', async ({ page }) => {
  await signIn(page, 'Ines Okafor-Lind', 'saltmarsh-desk');
  await page.goto('/settings');
  await page.getByRole('button', { name: 'Add a kind' }).click();
  await page.getByLabel('Code').fill('velvet-clip');
  await page.getByLabel('One', { exact: true }).fill('velvet clip');
  await page.getByLabel('Several').fill('velvet clips');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.goto('/procedures/carry-front-door/edit');
  await pickRecorded(page, /^push clip, hardboard door card/);
  await page.getByLabel('What it is').selectOption({ label: 'velvet clip' });
  await expect(page.getByText('Draft saved')).toBeVisible();
  await expect(page.getByText('Error:')).toHaveCount(0);
});
