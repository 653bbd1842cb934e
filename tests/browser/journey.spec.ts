import { expect, test, type Page } from '@playwright/test';
import { answerAll } from '../../scripts/support/browser';
import { expectAccessible, signIn, tapMap } from './support';

test('records a small door from nothing, plans it, runs it to the end and sees the ledger balance', async ({
  page,
}) => {
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  await page.getByRole('link', { name: 'Library' }).click();
  await page.getByRole('link', { name: 'Record new' }).click();
  await page.getByLabel('Make').fill('Brannock');
  await page.getByLabel('Model', { exact: true }).fill('Tarn');
  await page.getByLabel('From model year').fill('1986');
  await page.getByLabel('To model year').fill('1994');
  await page.getByRole('button', { name: 'Start recording' }).click();
  await expect(page.getByRole('heading', { name: 'Brannock Tarn, front door' })).toBeVisible();

  const place = async (name: string, x: number, y: number) => {
    await page.getByRole('group', { name: 'Place' }).getByRole('button', { name, exact: true }).click();
    await tapMap(page, x, y);
  };
  const inspector = page.getByRole('region', { name: 'Selected item' });
  const inList = (name: string) =>
    page.getByRole('region', { name: 'Recorded so far' }).getByRole('button', { name, exact: true });
  await place('panel', 0.5, 0.5);
  await inspector.getByLabel('Name').fill('Door card');
  await inspector.getByLabel('Name').press('Enter');
  await place('cover', 0.45, 0.45);
  await inspector.getByLabel('Name').fill('Pull-cup cap');
  await inspector.getByLabel('Name').press('Enter');
  // The screws under the cap hold the card; the two places make a count of two.
  await inList('door card').click();
  await place('screw', 0.44, 0.45);
  await tapMap(page, 0.47, 0.45);
  await inspector.getByRole('group', { name: 'It is behind' }).getByRole('button', { name: 'Pull-cup cap' }).click();
  await expect(inspector.getByLabel('Count')).toHaveValue('2');
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Redo' }).click();
  await inList('door card').click();
  await place('push clip', 0.2, 0.8);
  await tapMap(page, 0.5, 0.82);
  await tapMap(page, 0.8, 0.8);
  await inList('door card').click();
  await page.getByRole('button', { name: 'connector', exact: true }).click();
  await place('speaker', 0.7, 0.7);
  await inspector.getByRole('group', { name: 'It is behind' }).getByRole('button', { name: 'Door card' }).click();
  await place('bolt', 0.68, 0.66);
  await expect(page.getByText('Draft saved')).toBeVisible();
  await expect(page.getByText('Error:')).toHaveCount(0);
  await expectAccessible(page);
  await page.reload();
  await expect(inList('pull-cup cap')).toBeVisible();

  await page.getByRole('button', { name: 'Publish revision' }).click();
  await page.getByLabel('What changed, and why').fill('First recording');
  await page.getByRole('button', { name: 'Publish', exact: true }).click();
  await page.getByRole('tab', { name: /^Revisions/ }).click();
  await expect(page.getByText('First recording')).toBeVisible();

  await page.getByRole('link', { name: 'Jobs' }).click();
  await page.getByRole('link', { name: 'Open a job' }).click();
  await page.getByLabel('What needs doing').fill('First door speakers, wedding cars');
  await page.getByLabel('Make').fill('Brannock');
  await page.getByLabel('Model', { exact: true }).fill('Tarn');
  await page.getByLabel('Year').fill('1990');
  await page.getByRole('button', { name: 'Open the job' }).click();
  await page.getByRole('link', { name: /Brannock Tarn, front door/ }).click();
  await page.getByLabel('Add a goal').selectOption({ label: 'Speaker' });
  await expect(page.getByRole('region', { name: 'Take apart' })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Take it to the bay' }).click();
  await page.getByLabel('Parts to fit, one per line').fill('New speaker\nFoam behind the cable');
  await page.getByRole('button', { name: 'Start there' }).click();

  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await expectAccessible(page);
  await workRun(page);
  await expect(page.getByRole('heading', { name: 'Everything is accounted for' })).toBeVisible();
  await page.getByRole('button', { name: 'Finish' }).click();
  await expect(page.getByRole('heading', { name: 'Finished: everything is accounted for' })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('link', { name: /^To job/ }).click();
  await expect(page.getByText('Finished, all accounted for')).toBeVisible();
});

/** Follows the run to its ledger: one clip breaks and one is lost; a step is taken back and done again; gates are answered. */
async function workRun(page: Page) {
  const bar = page.locator('.done-bar');
  const heading = page.getByRole('heading', { level: 1 });
  let broke = false;
  for (let step = 0; step < 120; step += 1) {
    const title = (await heading.textContent())!;
    if (title.startsWith('Everything is accounted for')) return;
    if (/^Pull .*free/.test(title) && (await page.getByRole('button', { name: 'More: 0 lost' }).count()) && !broke) {
      broke = true;
      await page.getByRole('button', { name: 'More: 0 broken' }).click();
      await page.getByRole('button', { name: 'More: 0 lost' }).click();
      await bar.click();
      await expect(heading).not.toHaveText(title);
      await page.getByRole('button', { name: 'Back', exact: true }).click();
      await expect(heading).toHaveText(title);
      await page.getByRole('button', { name: 'More: 0 broken' }).click();
      await page.getByRole('button', { name: 'More: 0 lost' }).click();
    }
    await answerAll(page);
    const spare = page.getByRole('button', { name: /new fitted$/ });
    if (await spare.count()) await spare.first().click();
    await expect(bar).toBeEnabled();
    const before = await page.locator('.progress-words').textContent();
    await bar.click();
    await expect
      .poll(
        async () =>
          `${await heading.textContent()} ${await page
            .locator('.progress-words')
            .textContent()
            .catch(() => '')}`,
      )
      .not.toBe(`${title} ${before}`);
  }
  throw new Error('The run did not come to an end.');
}
