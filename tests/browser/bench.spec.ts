import { expect } from '@playwright/test';
import { test } from './awake';
import { expectAccessible, openJob, signIn } from './support';

test('works out a spacer from what was measured on a door, and keeps it on the job', async ({ page }) => {
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  const job = await openJob(page, 'Bench');
  await page.getByRole('link', { name: 'Bench', exact: true }).click();
  const answer = page.getByRole('region', { name: 'Answer' });
  await page
    .getByLabel('Measured on a door')
    .selectOption({ label: 'Wicket Carry, front door, crank windows, right: door speaker' });
  await expect(page.getByLabel('Face to glass')).toHaveValue('62');
  await page.getByLabel('Speaker: mounting depth').fill('2 3/8 in');
  await expect(answer.getByText(/Take 9 mm/)).toBeVisible();
  await expect(answer.getByRole('img', { name: /^Section/ })).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel('Job to keep it on').selectOption(String(job));
  await page.getByRole('button', { name: 'Keep on the job' }).click();
  await expect(page.getByText(`Kept on job ${job}`)).toBeVisible();
  // What only works by a touch needs its reason.
  await page.getByLabel('Speaker: mounting depth').fill('3 1/4"');
  await expect(answer.getByText(/Does not fit: behind needs at least 25.6 mm/)).toBeVisible();
  const keep = page.getByRole('button', { name: 'Keep on the job' });
  await expect(keep).toBeDisabled();
  await page.getByLabel('Why all the same').fill('the customer brings another grille');
  await keep.click();
  await page.getByRole('link', { name: `job ${job}` }).click();
  const kept = page.getByRole('region', { name: 'Worked out at the bench' });
  await expect(kept.getByText(/Take 9 mm/)).toBeVisible();
  await expect(kept.getByText(/the customer brings another grille/)).toBeVisible();
  // Typed nonsense is refused by its field, and the other numbers stay.
  await page.goto('/bench');
  await page.getByRole('button', { name: 'Ring', exact: true }).click();
  await page.getByLabel('Screw holes').fill('wide');
  await expect(answer.getByRole('alert')).toContainText('“Screw holes” is no length');
  await page.getByLabel('Screw holes').fill('4');
  await expect(answer.getByRole('img', { name: /^Ring/ })).toBeVisible();
});
