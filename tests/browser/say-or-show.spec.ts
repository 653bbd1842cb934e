import { expect, type Page } from '@playwright/test';
import { CHROMIUM_ARGS } from '../../scripts/support/browser';
import { CHROMIUM } from '../../scripts/support/debian';
import { test } from './awake';
import { beginDoor, expectAccessible, pickRecorded } from './support';

// The browser's own camera and microphone: a turning disc and a beep.
test.use({
  permissions: ['camera', 'microphone'],
  launchOptions: {
    executablePath: CHROMIUM,
    args: [...CHROMIUM_ARGS, '--use-fake-ui-for-media-stream', '--use-fake-device-for-media-stream'],
  },
});

const tap = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true }).click();

test('keeps what is said and shown on the tablet, sends it once there is a network, and plays it at its step', async ({
  page,
  context,
}) => {
  await beginDoor(page, 'Said');
  await page.getByRole('link', { name: 'In the bay' }).click();
  await tap(page, /^Unhooked/);
  await tap(page, 'Cable');
  await tap(page, /^Came off/);
  await tap(page, 'Panel');
  await expect(page.getByText('● saved')).toBeVisible();
  // A spoken note without a network: it waits on the tablet.
  await context.setOffline(true);
  await tap(page, 'Say it');
  const sheet = page.getByRole('dialog', { name: 'Recording: the panel' });
  await expect(sheet.getByRole('timer')).toHaveText(/2\d s left/);
  await expectAccessible(page);
  await sheet.getByRole('button', { name: 'Stop and keep it' }).click();
  await expect(page.getByText(/saved here/)).toBeVisible();
  const spoken = page.waitForResponse((response) => /recordings.*kind=spoken/.test(response.url()) && response.ok());
  await context.setOffline(false);
  await tap(page, 'Show it');
  const clip = page.waitForResponse((response) => /recordings.*kind=clip/.test(response.url()) && response.ok());
  await expect(page.locator('.recording-sheet video')).toBeVisible();
  await expect(page.getByRole('timer')).toHaveText(/1[0-4] s left/);
  await tap(page, 'Stop and keep it');
  await spoken;
  await clip;
  // One that is thrown away is nowhere.
  await tap(page, 'Say it');
  await tap(page, 'Throw it away');
  await expect(page.getByText('● saved')).toBeVisible();
  await page.getByRole('link', { name: 'Tidy up at the desk' }).click();
  await pickRecorded(page, /^panel/i);
  await tap(page, /Spoken note, \d+ s/);
  const played = page.getByLabel('Spoken note');
  await expect.poll(() => played.evaluate((audio: HTMLAudioElement) => audio.readyState)).toBeGreaterThan(1);
  await tap(page, /Clip, \d+ s/);
  await expect(page.getByLabel('Clip', { exact: true })).toBeVisible();
  // It is played where the step is planned.
  await tap(page, 'Publish revision');
  await page.getByLabel('What changed, and why').fill('First recording');
  await tap(page, 'Publish');
  await page.getByRole('link', { name: /^Plan/ }).first().click();
  await page.getByLabel('Add a goal').selectOption({ label: 'Panel' });
  await expect(
    page.getByRole('region', { name: 'Take apart' }).getByRole('button', { name: /Clip, \d+ s/ }),
  ).toBeVisible();
});
