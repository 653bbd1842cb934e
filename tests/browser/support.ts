import { AxeBuilder } from '@axe-core/playwright';
import { type APIRequestContext, expect, type Locator, type Page } from '@playwright/test';
import { answerAll } from '../../scripts/support/browser';

/** Signs in on the sign-in screen as a person would: with a PIN where the secret is digits, else with the password. */
export async function signIn(page: Page, name: string, secret: string): Promise<void> {
  await page.goto('/sign-in');
  await page.getByRole('button', { name: new RegExp(`^${name}`) }).click();
  if (/^\d+$/.test(secret)) {
    for (const digit of secret) await page.getByRole('button', { name: digit, exact: true }).click();
    await page.getByRole('button', { name: 'Go' }).click();
  } else {
    await page.getByRole('button', { name: 'Use the password' }).click();
    await page.getByLabel(`Password of ${name}`).fill(secret);
    await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  }
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
}

/** Nothing serious found by axe on the page as it stands. */
export async function expectAccessible(page: Page): Promise<void> {
  // A button that is just changing its colours has neither the old contrast nor the new.
  await page.waitForFunction(() => document.getAnimations().every(({ playState }) => playState !== 'running'));
  const { violations } = await new AxeBuilder({ page }).analyze();
  const serious = violations.filter((violation) => violation.impact === 'serious' || violation.impact === 'critical');
  expect(
    serious.map((violation) => `${violation.id}: ${violation.nodes.map((node) => node.target.join(' ')).join('; ')}`),
  ).toEqual([]);
}

/** Opens a job for a Kite and shows its page; returns its number. */
export async function openJob(page: Page, title: string): Promise<number> {
  const answer = await page.request.post('/api/jobs', {
    data: {
      title,
      customer: 'Tideway Driving School',
      make: 'Velden',
      model: 'Kite',
      year: 2017,
      body: 'hatch-5',
      steering: 'left',
    },
  });
  const { number } = (await answer.json()) as { number: number };
  await page.goto(`/jobs/${number}`);
  await expect(page.getByRole('heading', { name: `Job ${number}: ${title}` })).toBeVisible();
  return number;
}

/** Begins a recording of a made-up door, and opens its Recorder. */
export async function beginDoor(page: Page, model: string): Promise<void> {
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  const answer = await page.request.post('/api/procedures', {
    data: {
      make: 'Wicket',
      // Another run against the same shop begins another door.
      model: `${model} ${Date.now().toString(36)}`,
      from: 2011,
      to: 2018,
      body: 'van',
      zone: 'front-door',
      side: 'right',
      width: 1100,
      height: 700,
    },
  });
  const { id } = (await answer.json()) as { id: string };
  await page.goto(`/procedures/${id}/edit`);
}

/** Skips the check-in of a job by the lead's word, for tests that are about something else. */
export async function skipCheckIn(request: APIRequestContext, job: number): Promise<void> {
  const answer = await request.post(`/api/jobs/${job}/skip-check-in`, {
    data: { lead: 'tomas-varga', pin: '2002', reason: 'tried by a test' },
  });
  expect(answer.status()).toBeLessThan(300);
}

/** Opens a job and a run on the Kite's rear door, and shows the run started; returns its id. */
export async function openRun(
  page: Page,
  title: string,
  procedures = ['kite-rear-door'],
  goals = ['woofer'],
  options: Record<string, string> = { windows: 'power' },
): Promise<{ job: number; run: string }> {
  const job = await openJob(page, title);
  const answer = await page.request.post('/api/runs', {
    data: { job, procedures, goals, options, newParts: ['Intercom speaker'] },
  });
  expect(answer.ok(), await answer.text()).toBe(true);
  const { id } = (await answer.json()) as { id: string };
  await skipCheckIn(page.request, job);
  await page.goto(`/runs/${id}`);
  await expect(page.locator('.read-guard:not([data-reading])')).toHaveCount(1);
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Lay out' })).toHaveCount(0);
  return { job, run: id };
}

/** A small PNG, as a camera or file chooser would hand it over. */
export const photoFile = (name = 'photo.png') => ({
  name,
  mimeType: 'image/png',
  buffer: Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAABgAAAAQCAIAAACDRijCAAAACXBIWXMAAAPoAAAD6AG1e1JrAAAAIElEQVQ4jWPwSS6iCmIYNchnNIx8RtNR8mgWSSY/HQAA8XSxkP3S2fMAAAAASUVORK5CYII=',
    'base64',
  ),
});

/** What the server has of a run. */
export async function logOf(
  { request }: Pick<Page, 'request'>,
  run: string,
): Promise<{ id: string; type: string; action?: string; check?: string; photo?: string }[]> {
  return (
    (await (await request.get(`/api/logs/${run}/events?after=0`)).json()) as { events: { id: string; type: string }[] }
  ).events;
}

/** The ids of the photos that the server's log of a run names. */
export const photosOf = async (page: Page, run: string) =>
  (await logOf(page, run)).flatMap(({ type, photo }) => (type === 'photo' ? [photo!] : []));

/** Looks at every side of the vehicle, as a walk round it does. */
export async function walkRound(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Body and trim/ }).click();
  const views = page.getByRole('group', { name: 'Side of the vehicle' }).getByRole('button');
  for (let n = 0; n < (await views.count()); n += 1) {
    await views.nth(n).click();
    await expect(views.nth(n)).not.toContainText('to look at');
  }
}

/** Draws a line in the field for signatures. */
export async function signOn(page: Page): Promise<void> {
  const field = page.getByRole('img', { name: 'Sign here' });
  await field.scrollIntoViewIfNeeded();
  const box = (await field.boundingBox())!;
  await page.mouse.move(box.x + 40, box.y + 60);
  await page.mouse.down();
  for (let step = 1; step <= 8; step += 1) await page.mouse.move(box.x + 40 + step * 30, box.y + 60 + (step % 2) * 40);
  await page.mouse.up();
}

/** The heading of the step that is to be done now. */
export const stepHeading = (page: Page) => page.getByRole('heading', { level: 1 });

/** The step that pulls the door card free, with the clips round it. */
export const CARD_CLIPS = /^Pull the door card free/;

/** Ends the fitting of new parts, and waits for the first step of the way back. */
export async function putBack(page: Page): Promise<void> {
  // Every new part is ticked before anything closes over it.
  await expect(page.locator('.done-bar')).toHaveText(/^(Put it back|Tick or leave out)/);
  await answerAll(page);
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expect(stepHeading(page)).not.toContainText('Fit the new parts');
}

/** Does steps until the heading matches `words`. */
export async function workUntil(page: Page, words: RegExp | string, most = 90): Promise<void> {
  const heading = stepHeading(page);
  for (let n = 0; n < most; n += 1) {
    const now = (await heading.textContent())!;
    const title = now.replace(/\s+/g, ' ').trim();
    if (typeof words === 'string' ? title.startsWith(words) : words.test(title)) return;
    await answerAll(page);
    const progress = page.locator('.progress-words');
    const before = `${now}${await progress.textContent()}`;
    await page.locator('.done-bar').click();
    await expect.poll(async () => `${await heading.textContent()}${await progress.textContent()}`).not.toBe(before);
  }
  throw new Error(`“${words}” never came.`);
}

/** Taps the panel map at a share of its width and height. */
export async function tapMap(page: Page, x: number, y: number): Promise<void> {
  const map = page.getByRole('group', { name: /^Panel map/ });
  const box = (await map.boundingBox())!;
  await map.click({ position: { x: box.width * x, y: box.height * y } });
}

/** Picks in the Recorder what to place, by its first letters, and taps the drawing. */
export async function place(page: Page, what: string, x: number, y: number): Promise<void> {
  const palette = page.getByRole('region', { name: 'Place' });
  await palette.getByLabel('Find what to place').fill(what);
  await palette.getByRole('button', { name: what, exact: true }).first().click();
  await tapMap(page, x, y);
}

/** The Recorder's list of everything recorded. */
export async function recordedSoFar(page: Page): Promise<Locator> {
  await page.getByRole('tab', { name: /^All/ }).click();
  return page.getByRole('region', { name: 'Recorded so far' });
}

/** Picks one thing in that list. */
export async function pickRecorded(page: Page, name: string | RegExp): Promise<void> {
  const list = await recordedSoFar(page);
  await list
    .getByRole('button', typeof name === 'string' ? { name, exact: true } : { name })
    .first()
    .click();
}

/** Whether the tablet keeps the page that is shown, for when there is no network. */
export const isKept = (page: Page): Promise<boolean> =>
  page.evaluate(async () => !!(await (await caches.open('pages')).match(location.pathname, { ignoreVary: true })));
