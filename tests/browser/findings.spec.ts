import { randomUUID } from 'node:crypto';
import { expect } from '@playwright/test';
import { test } from './awake';
import { expectAccessible, openRun, signIn } from './support';

test('a finding from the bay becomes a proposal, a revision that says what changed, and the next plan', async ({
  page,
}) => {
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  const { run } = await openRun(page, 'Other screws', ['carry-front-door-right'], ['speaker'], {});
  const fact = {
    type: 'asFound',
    item: 'carry-front-door-right/s1',
    difference: 'they are T27 here',
    change: { drive: 'T27' },
  };
  const stamp = { id: randomUUID(), lamport: 900, device: randomUUID(), seq: 1, at: new Date().toISOString() };
  const sent = await page.request.post(`/api/runs/${run}/events`, {
    data: { events: [{ ...stamp, person: 'tomas-varga', ...fact }] },
  });
  expect(sent.ok()).toBe(true);

  await page.goto('/procedures/carry-front-door-right');
  await page.getByRole('tab', { name: /^From the bay/ }).click();
  const bay = page.getByRole('region', { name: 'From the bay' });
  await expect(bay.getByText(/(is|are) now T27/)).toBeVisible();
  await expectAccessible(page);
  await bay.getByRole('button', { name: 'Accept' }).first().click();
  await expect(bay.getByRole('button', { name: 'Accept' })).toHaveCount(0);
  await page.getByRole('tab', { name: /^Revisions/ }).click();
  await expect(page.getByText(/Found by Tomas Varga on job/)).toBeVisible();
  await page.getByRole('button', { name: 'What changed since revision 1' }).click();
  await expect(page.getByRole('list', { name: 'What changed since revision 1' })).toContainText('now T27');
  await expectAccessible(page);
  await page.goto('/plan?procedure=carry-front-door-right&goal=carry-front-door-right%2Fspeaker');
  await expect(page.getByRole('region', { name: 'Taking apart' })).toContainText('T27');

  // The run it was found on stays on its revision, and is told.
  await page.goto(`/runs/${run}`);
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await expect(page.getByText(/revision 2 is out/)).toBeVisible();
});
