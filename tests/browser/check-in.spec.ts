import { expect, type Page } from '@playwright/test';
import { tapAll } from '../../scripts/support/browser';
import { test } from './awake';
import { expectAccessible, openJob, photoFile, signIn, signOn, walkRound } from './support';

const line = (page: Page, words: string | RegExp) => page.getByRole('group', { name: words });

test('checks a vehicle in, with faults, marks, a photo and a signature, and compares line by line when it is given back', async ({
  page,
}) => {
  await signIn(page, 'Bea Nwosu', '3003');
  const job = await openJob(page, 'Reversing chime');
  await page.getByRole('link', { name: 'Check in' }).click();
  await expect(page.getByRole('button', { name: /^What works/ })).toContainText('0 of 7');
  // Nothing was said on arrival that could be repeated.
  await page.getByRole('button', { name: 'Giving back' }).click();
  await expect(page.getByRole('button', { name: 'The other 7 work' })).toBeVisible();
  await page.getByRole('button', { name: 'Arrival' }).click();

  // The VIN: wrong, misread, right.
  await page.getByLabel('VIN, if it matters for the job').fill('1M8GDM9AXKP04278');
  await expect(page.getByText('A VIN has 17 characters; this one has 16.')).toBeVisible();
  await page.getByLabel('VIN, if it matters for the job').fill('1M8GDM9AXKP042789');
  await expect(page.getByText('a character is wrong')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save' })).toBeDisabled();
  await page.getByLabel('VIN, if it matters for the job').fill('1m8gdm9axkp042788');
  await expect(page.getByText('Model year from the 10th character: 1989; the job says 2017')).toBeVisible();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('button', { name: 'Saved' })).toBeVisible();

  await page.getByLabel('Check another zone').selectOption('rear-door|left');
  await line(page, 'Speaker alone (balance left, fader rear)').getByRole('button', { name: 'Now and then' }).click();
  await line(page, 'When?').getByRole('button', { name: 'when warm' }).click();
  await line(page, /^Clock and settings/)
    .getByRole('button', { name: 'Does not' })
    .click();
  await page.getByLabel('A line of your own').fill('Tow-bar socket');
  await page.getByRole('button', { name: 'Add line' }).click();
  await tapAll(page.getByRole('button', { name: /^The other \d+ work$/ }));
  await expect(page.getByRole('button', { name: /^What works/ })).toContainText('12 of 12');
  await expectAccessible(page);

  await page.getByRole('button', { name: 'All checked: body and trim' }).click();
  await page.getByRole('button', { name: 'Right side' }).click();
  await page
    .getByRole('img', { name: /^Right side, 0 marks/ })
    .last()
    .click({ position: { x: 200, y: 120 } });
  await page.getByLabel('In words').fill('below the handle');
  await page.locator('.mark-form input[type=file]').setInputFiles(photoFile());
  await expect(page.getByRole('button', { name: 'Photo taken' })).toBeVisible();
  await page.getByRole('button', { name: 'scratch' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'scratch, right side: below the handle' })).toBeVisible();
  await expectAccessible(page);
  // Nobody signs over sides that were not looked at, or over what is only half said.
  await page.getByRole('button', { name: 'Next: signature' }).click();
  const open = page.getByRole('list', { name: 'Before anybody signs' });
  await expect(open.getByText(/^Not looked at yet: /)).toBeVisible();
  await page.getByRole('group', { name: 'Also noted' }).getByLabel('Note').fill('half said');
  await expect(open.getByText('A note is typed and not saved: “half said”.')).toBeVisible();
  await open.getByRole('button', { name: 'Drop it' }).click();
  await open.getByRole('button', { name: 'Go to body and trim' }).click();
  await walkRound(page);
  await page.getByRole('button', { name: 'Next: signature' }).click();
  await expect(open).toHaveCount(0);
  await expect(page.getByText('works only sometimes: when warm')).toBeVisible();
  await expect(page.getByRole('button', { name: 'I have seen it' })).toBeDisabled();
  const noted = page.getByRole('group', { name: 'Also noted' });
  for (const note of ['rattles over bumps', 'said twice']) {
    await noted.getByLabel('Note').fill(note);
    await noted.getByRole('button', { name: 'Save' }).click();
    await expect(noted.getByRole('listitem').filter({ hasText: note })).toBeVisible();
  }
  await noted.getByRole('button', { name: 'Take back: said twice' }).click();
  await expect(noted.getByRole('listitem')).toHaveText([/^rattles over bumps/]);
  await noted.locator('input[type=file]').setInputFiles(photoFile());
  await expect(noted.getByRole('img', { name: 'Photo 1' })).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel('Name').fill('T. Ashgrove');
  await signOn(page);
  await page.getByRole('button', { name: 'I have seen it' }).click();
  await expect(page.getByRole('heading', { name: 'Signed by T. Ashgrove' })).toBeVisible();
  await expect(page.getByText('● saved')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: /^Body and trim/ })).toContainText('1 mark');

  // Giving back: one line is worse, and asks why.
  await page.getByRole('button', { name: 'Giving back' }).click();
  await line(page, /^Radio plays/)
    .getByRole('button', { name: 'Does not' })
    .click();
  await tapAll(page.getByRole('button', { name: /as on arrival$/ }));
  await line(page, 'Tow-bar socket').getByRole('button', { name: 'Works' }).click();
  await page.getByRole('button', { name: /^Compare and give back/ }).click();
  await expect(page.getByText('11 lines are as they were on arrival.')).toBeVisible();
  const worse = line(page, /^Radio plays/);
  await expect(worse).toContainText('worse than on arrival');
  await expect(page.getByRole('button', { name: 'Give the vehicle back' })).toBeDisabled();
  await worse.getByRole('button', { name: 'the customer knows and agreed' }).click();
  const before = page.getByRole('list', { name: 'Before it is given back' });
  await expect(before).toContainText('Left side: not looked at again.');
  await walkRound(page);
  await page.getByRole('button', { name: /^Compare and give back/ }).click();
  await expect(before).toHaveText('Not signed, and nobody said why.');
  await page.getByRole('button', { name: 'key in the box' }).click();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Give the vehicle back' }).click();
  await expect(page.getByRole('heading', { name: 'The vehicle is back with its owner' })).toBeVisible();
  const report = await page.request.get(`/api/jobs/${job}/report.pdf`);
  expect([report.headers()['content-type'], (await report.body()).subarray(0, 5).toString()]).toEqual([
    'application/pdf',
    '%PDF-',
  ]);
  await page.goto('/');
  await expect(
    page.getByRole('region', { name: 'Given back today' }).getByRole('link', { name: /Reversing chime/ }),
  ).toBeVisible();
});

test('scans the VIN where the browser can read bar codes', async ({ browser, baseURL }) => {
  const context = await browser.newContext({ baseURL });
  // A stand-in for the browser's reader: this Chromium has none.
  await context.addInitScript(() => {
    (window as unknown as { BarcodeDetector: unknown }).BarcodeDetector = class {
      detect = async () => [{ rawValue: 'I1M8GDM9AXKP042788' }];
    };
    navigator.mediaDevices.getUserMedia = async () => {
      const canvas = document.createElement('canvas');
      canvas.getContext('2d')!.fillRect(0, 0, 10, 10);
      return canvas.captureStream(5);
    };
  });
  const page = await context.newPage();
  await signIn(page, 'Bea Nwosu', '3003');
  await page.goto('/jobs/2403/check-in');
  await page.getByRole('button', { name: 'Scan it' }).click();
  await expect(page.getByLabel('VIN, if it matters for the job')).toHaveValue('1M8GDM9AXKP042788');
  await expect(page.getByRole('button', { name: 'Save' })).toBeEnabled();
  await context.close();
});

test('notes what a job waits for, and shows it on the board until it is here', async ({ page }) => {
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  const job = await openJob(page, 'Waiting for a ring');
  await page.getByLabel('Waiting for').fill('adapter ring, rear door');
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByText('Waiting for a part: adapter ring, rear door')).toBeVisible();
  await expect(page.getByText('● saved')).toBeVisible();
  await page.goto('/');
  const row = page
    .getByRole('region', { name: 'Waiting for something' })
    .getByRole('link', { name: /Waiting for a ring/ });
  await expect(row).toContainText('Waiting for a part: adapter ring, rear door');
  await expectAccessible(page);
  await page.goto(`/jobs/${job}`);
  await page.getByRole('button', { name: 'Arrived' }).click();
  await expect(page.getByRole('button', { name: 'Arrived' })).toBeHidden();
  await expect(page.getByText('● saved')).toBeVisible();
  await page.goto('/');
  await expect(
    page.getByRole('region', { name: 'To start' }).getByRole('link', { name: /Waiting for a ring/ }),
  ).toBeVisible();
});
