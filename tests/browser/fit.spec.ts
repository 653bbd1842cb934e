import { expect, type Page } from '@playwright/test';
import { answerAll } from '../../scripts/support/browser';
import { test } from './awake';
import { expectAccessible, openJob, signIn } from './support';

/** Taps through a run, answering what is asked, until a heading or button is there. */
async function workUntil(page: Page, name: RegExp): Promise<void> {
  for (let n = 0; n < 120; n += 1) {
    const heading = page.getByRole('heading', { level: 1 });
    if (name.test((await heading.textContent())!)) return;
    const progress = () =>
      page
        .locator('.progress-words')
        .textContent({ timeout: 2000 })
        .catch(() => '');
    const words = async () => `${await heading.textContent()}${await progress()}`;
    const standing = await words();
    await answerAll(page);
    await page.locator('.done-bar').click();
    await expect.poll(words).not.toBe(standing);
  }
  throw new Error(`${name} never came`);
}

/** Works through a run that was just started: apart, what is made ready, the list of what goes in, back, and the balanced ledger. */
async function workThrough(page: Page, newPart: RegExp | null): Promise<void> {
  await workUntil(page, /^Fit the new parts$/);
  await page.locator('.done-bar').click();
  await expect(page.getByRole('heading', { level: 1 })).not.toHaveText('Fit the new parts');
  await workUntil(page, /^Fit the new parts$/);
  if (newPart) await page.getByRole('checkbox', { name: newPart }).click();
  await page.locator('.done-bar').click();
  await workUntil(page, /^Everything is accounted for/);
  await expect(page.getByText('does not balance')).toHaveCount(0);
  await page.getByRole('button', { name: 'Finish', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Finished: everything is accounted for' })).toBeVisible();
}

/** Lets the lead skip the check-in of a job’s vehicle, and starts the run. */
async function begin(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'A lead skips it' }).click();
  const decide = page.getByRole('group', { name: 'A lead decides' });
  await decide.getByRole('button', { name: 'our own vehicle' }).click();
  await decide.getByLabel('Lead', { exact: true }).selectOption('tomas-varga');
  await decide.getByLabel('PIN of the lead').fill('2002');
  await decide.getByRole('button', { name: 'Skip the check-in' }).click();
  await page.getByRole('button', { name: 'Start', exact: true }).click();
}

test('works out depth and ring, prints a template, plans the steps for a new speaker, and closes over nothing forgotten', async ({
  page,
}) => {
  test.setTimeout(150_000);
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  const job = await openJob(page, 'Rear speakers');
  const answer = page.getByRole('region', { name: 'Answer' });
  const keep = async () => {
    await page.getByLabel('Job to keep it on').selectOption(String(job));
    await page.getByRole('button', { name: 'Keep on the job' }).click();
    await expect(page.getByText(`Kept on job ${job}`)).toBeVisible();
  };

  await page.goto('/bench?tool=depth');
  await page.getByLabel('Measured on a door').selectOption({ label: 'Velden Kite, rear door, left: door speaker' });
  await page.getByLabel('Speaker: mounting depth').fill('66');
  await page.getByLabel('Sheets at hand').fill('3, 6, 12');
  await expect(answer.getByText(/Take 6 mm/)).toBeVisible();
  await keep();
  await page.getByRole('button', { name: 'Ring', exact: true }).click();
  await expect(page.getByLabel('Hole in the door')).toHaveValue('142');
  await page.getByLabel('What stands on it').fill('Kite rear door');
  for (const format of ['PDF', 'SVG', 'DXF']) {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: format, exact: true }).click();
    expect((await download).suggestedFilename()).toBe(`template.${format.toLowerCase()}`);
  }
  await keep();

  await page.goto(`/plan?procedure=kite-rear-door&goal=kite-rear-door%2Fwoofer&option.windows=power&job=${job}`);
  await page.getByRole('button', { name: 'Change' }).click();
  await page.getByRole('button', { name: 'Put a new one in…' }).click();
  const choose = page.getByRole('dialog');
  await choose.getByLabel('with a crossover').check();
  await choose.getByLabel('Find a speaker').fill('165 F');
  await expectAccessible(page);
  await choose.getByRole('button', { name: /^Saltmarsh 165 F/ }).click();
  await expect(page.getByText('Saltmarsh 165 F in place of the door speaker').first()).toBeVisible();
  // Nobody said how it is fixed: the ways are asked, the best first, and nothing goes to the bay before.
  const ways = page.getByRole('region', { name: 'How it is fixed' });
  await expect(ways.getByRole('button').first()).toContainText('Ring');
  await expect(page.getByRole('button', { name: 'Take it to the bay' })).toHaveCount(0);
  await expectAccessible(page);
  await ways.getByRole('button', { name: /^Ring/ }).click();
  await expect(ways).toHaveCount(0);
  await page.getByRole('button', { name: /^Fit ·/ }).click();
  await expect(page.getByRole('region', { name: 'Fitting' })).toContainText('adapter ring');
  await page.getByRole('button', { name: 'Change' }).click();
  await page.getByLabel('How the Saltmarsh 165 F is fixed').selectOption('holes');
  await page.getByRole('button', { name: /^Fit ·/ }).click();
  await expect(page.getByRole('region', { name: 'Fitting' })).toContainText('Drill the 3 screw holes');
  await expect(page.getByRole('region', { name: 'Fitting' })).not.toContainText('adapter ring');
  await page.getByRole('button', { name: 'Change' }).click();
  await page.getByLabel('How the Saltmarsh 165 F is fixed').selectOption('ring');
  await page.getByRole('button', { name: /^Fit ·/ }).click();
  await expect(page.getByRole('region', { name: 'Fitting' })).toContainText('Check the polarity');
  await expect(page.getByRole('region', { name: 'Fitting' })).not.toContainText('Drill');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Take it to the bay' }).click();
  await expect(page.getByLabel('Parts to fit, one per line')).toHaveValue('Saltmarsh 165 F\nCrossover');
  await page.getByLabel('Parts to fit, one per line').fill('Saltmarsh 165 F\nCrossover\nCrossover');
  await page.getByRole('button', { name: 'Start there' }).click();
  await begin(page);

  await workUntil(page, /^Fit the new parts$/);
  await page.locator('.done-bar').click();
  await expect(page.getByRole('heading', { level: 1 })).not.toHaveText('Fit the new parts');
  await expectAccessible(page);
  await workUntil(page, /^Fit the new parts$/);
  // Two crossovers that nobody ticked keep the way back shut.
  await page.getByRole('checkbox', { name: /^.?Saltmarsh 165 F/ }).click();
  const bar = page.locator('.done-bar');
  await expect(bar).toBeDisabled();
  await expect(bar).toHaveText('Tick or leave out: 2 lines');
  await page.getByLabel('Serial number of Saltmarsh 165 F').fill('SN 0471');
  await page.getByRole('button', { name: 'Save', exact: true }).first().click();
  await page.getByRole('checkbox', { name: /Crossover, 1 of 2/ }).click();
  await page.getByRole('button', { name: 'Leave out Crossover, 2 of 2' }).click();
  await page.getByRole('button', { name: 'not delivered' }).click();
  await expect(bar).toHaveText('Put it back');
  await expectAccessible(page);
  await bar.click();
  await workUntil(page, /^Everything is accounted for/);
  await expect(page.getByRole('row', { name: /^4 × T25/ })).toContainText('4');
  await expect(page.getByText('does not balance')).toHaveCount(0);
  await page.getByRole('button', { name: 'Finish', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Finished: everything is accounted for' })).toBeVisible();

  const report = (await (await page.request.get(`/api/jobs/${job}/report.json`)).json()) as {
    bench: { tool: string }[];
    runs: { fitted: unknown[]; notes: string[]; tests: { check: string }[] }[];
  };
  expect(report.bench.map(({ tool }) => tool).sort()).toEqual(['Depth and spacer', 'Ring']);
  expect(report.runs[0].fitted).toEqual(
    expect.arrayContaining([
      expect.objectContaining({ done: true, serial: 'SN 0471' }),
      { line: 'Crossover, 2 of 2', done: false, why: 'not delivered', serial: null },
    ]),
  );
  expect(report.runs[0].tests.map(({ check }) => check)).toContain('New door speaker works');
});

test('puts a new speaker where the old one was riveted, in holes drilled anew, down to the balanced ledger and a report that says it is for good', async ({
  page,
}) => {
  test.setTimeout(150_000);
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  const made = await page.request.post('/api/jobs', {
    data: { title: 'Front speaker', customer: 'Quayside Weddings', make: 'Wicket', model: 'Carry', year: 2013 },
  });
  const { number: job } = (await made.json()) as { number: number };
  await page.goto(`/plan?procedure=carry-front-door-right&goal=carry-front-door-right%2Fspeaker&job=${job}`);
  await page.getByRole('button', { name: 'Change' }).click();
  await page.getByRole('button', { name: 'Put a new one in…' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Saltmarsh/ })
    .first()
    .click();
  await page
    .getByRole('region', { name: 'How it is fixed' })
    .getByRole('button', { name: /^New holes/ })
    .click();
  await page.getByRole('button', { name: 'Take it to the bay' }).click();
  await page.getByRole('button', { name: 'Start there' }).click();
  await begin(page);
  await workThrough(page, /Saltmarsh/);
  const report = (await (await page.request.get(`/api/jobs/${job}/report.json`)).json()) as {
    runs: { changed: { words: string; forGood: boolean }[] }[];
  };
  expect(report.runs[0].changed).toEqual(
    expect.arrayContaining([
      { words: expect.stringMatching(/^Drilled: \d screw holes/), forGood: true },
      { words: expect.not.stringContaining('came back as'), forGood: false },
    ]),
  );
});

test('cuts first speaker openings into a Tarn: marked out and looked behind at the bench, fitted by its own steps, cleared up before the card closes', async ({
  page,
}) => {
  test.setTimeout(150_000);
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  const made = await page.request.post('/api/jobs', {
    data: { title: 'First door speakers', customer: 'Quayside Weddings', make: 'Brannock', model: 'Tarn', year: 1990 },
  });
  const { number: job } = (await made.json()) as { number: number };
  await page.goto(`/jobs/${job}`);
  await page.getByRole('link', { name: 'To the bench' }).click();
  await page.getByRole('button', { name: 'Marking out' }).click();
  const answer = page.getByRole('region', { name: 'Answer' });
  await expect(answer.getByText(/Look behind first/)).toBeVisible();
  for (const clear of await page.getByRole('button', { name: 'clear', exact: true }).all()) await clear.click();
  await expect(answer.getByText('Clear behind: it may be cut.')).toBeVisible();
  await expectAccessible(page);
  await expect(page.getByLabel('Job to keep it on')).toHaveValue(String(job));
  await page.getByRole('button', { name: 'Keep on the job' }).click();
  await expect(page.getByText(`Kept on job ${job}`)).toBeVisible();

  await page.goto(`/plan?procedure=tarn-front-door&goal=fit+tarn-front-door%2Fpod&job=${job}`);
  await page.getByRole('button', { name: /^Fit ·/ }).click();
  await expect(page.getByRole('region', { name: 'Fitting' })).toContainText('Cut the');
  await page.getByRole('button', { name: 'Take it to the bay' }).click();
  await page.getByRole('button', { name: 'Start there' }).click();
  await begin(page);
  await workThrough(page, null);
  const report = (await (await page.request.get(`/api/jobs/${job}/report.json`)).json()) as {
    bench: { tool: string; said: string }[];
    runs: { finishedAt: string | null }[];
  };
  expect(report.bench).toMatchObject([{ tool: 'Marking out' }]);
  expect(report.runs[0].finishedAt).not.toBeNull();
});

test('runs a power cable through two zones as one route, says its gauge and fuse, and takes the battery off for it', async ({
  page,
}) => {
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  await page.goto('/plan?procedure=kite-front-door&procedure=kite-rear-door&goal=kite-front-door%2Fcard');
  await page.getByRole('button', { name: 'Change' }).click();
  await page.getByRole('button', { name: 'Run a cable…' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('carries at most').fill('900');
  await expect(dialog.getByRole('alert')).toContainText('1 to 300 A');
  await expect(dialog.getByRole('button', { name: 'Plan it' })).toBeDisabled();
  await dialog.getByLabel('carries at most').fill('60');
  await dialog.getByLabel('through a boot').first().check();
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Plan it' }).click();
  await expect(page.getByText(/power cable through the front door, left and rear door, left/).first()).toBeVisible();
  await page.getByRole('button', { name: /^Fit ·/ }).click();
  const fitting = page.getByRole('region', { name: 'Fitting' });
  await expect(fitting).toContainText('Route the power cable through the front door and its boot');
  await expect(fitting).toContainText('fuse holder for 80 A');
  await expect(page.getByRole('region', { name: 'The answer' })).toContainText('Battery terminal spanner');
  // Leaving a zone out takes the cable with it that went through there.
  await page.getByRole('button', { name: 'rear door, left' }).click();
  await page.getByRole('link', { name: 'Leave this zone out' }).click();
  await expect(page.getByText(/power cable through/)).toHaveCount(0);
});

test('finds a pair’s plus by tests that add up, and writes it into the draft', async ({ page }) => {
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  await page.goto('/bench?tool=polarity');
  const answer = page.getByRole('region', { name: 'Answer' });
  // Nothing is probed before the pair is known to be the speaker's.
  await expect(page.getByRole('button', { name: 'Cone jumps out' })).toHaveCount(0);
  await page.getByRole('checkbox').check();
  await page
    .getByLabel('Which speaker')
    .selectOption({ label: 'Wicket Carry, front door, crank windows, right: door speaker' });
  await page.getByRole('button', { name: 'Meter on 200 mV, factory feed live' }).click();
  await page.getByRole('button', { name: 'Reads minus' }).click();
  await expect(answer.getByText(/70 % sure: confirm it/)).toBeVisible();
  await page.getByRole('button', { name: '1.5 V cell' }).click();
  await page.getByRole('button', { name: 'Cone jumps out' }).click();
  await expect(answer.getByText(/contradict each other/)).toBeVisible();
  await page.getByRole('button', { name: 'Cone pushed by hand' }).click();
  await page.getByRole('button', { name: 'Reads minus while it goes in' }).click();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Write it into the procedure’s draft' }).click();
  await expect(page.getByText(/^In the draft of Wicket Carry/)).toBeVisible();
  await page.getByRole('button', { name: 'Practise on a simulated speaker' }).click();
  await page.getByRole('button', { name: 'Make the test' }).click();
  await expect(page.getByRole('img', { name: /^Shown:/ })).toBeVisible();

  await page.goto('/bench?tool=damping');
  await page.getByLabel('Find a door').fill('kite rear door');
  await page.getByLabel('Door', { exact: true }).selectOption({ label: 'Velden Kite, rear door, left' });
  await expect(answer.getByText(/m² of flat skin/)).toBeVisible();
  await expectAccessible(page);
  await page.goto('/bench?tool=fitment');
  // The list is there once the page is alive: before that nobody listens for a file.
  await expect(page.getByText(/^[1-9]\d* speakers on our list/)).toBeVisible();
  await page.getByLabel('List of speakers as CSV').setInputFiles({
    name: 'ours.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'name,basket_mm,cutout_mm,screws,circle_mm,depth_mm,ohms,sensitivity_db,watts\nBench test,165,140,4,156,"2 1/4 in",4,90,50\nToo big,2 m,140,4,156,60,4,90,50\n',
    ),
  });
  await expect(page.getByText('1 speaker kept.')).toBeVisible();
  await page.getByText('1 line not read').click();
  await expect(page.getByText(/^Line 3: .*basket_mm/)).toBeVisible();
  await page.getByLabel('Find a speaker').fill('Bench test');
  await expect(page.getByText('Bench test').first()).toBeVisible();
  await expectAccessible(page);
  await page.request.delete('/api/speakers/Bench%20test');
  for (const tool of ['wires', 'tones', 'oval', 'load', 'aim', 'hole']) {
    await page.goto(`/bench?tool=${tool}`);
    await expect(page.getByRole('navigation', { name: 'Tools of the bench' })).toBeVisible();
    await expectAccessible(page);
  }
});
