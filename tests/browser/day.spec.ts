import { expect, type Page } from '@playwright/test';
import { deviceOf, workThrough } from '../support/work-run';
import { makePlan, type RunPlan, runPlanOf } from '../../src/core/telling';
import { demoProcedure } from '../support/demo';
import { test } from './awake';
import { expectAccessible, openJob, signIn, skipCheckIn } from './support';

/** A working day far enough ahead that nothing of the demo stands on it, and with hours of its own. */
const DAY = '2027-03-02';

/** Places a job by typing, in the n-th bay of the shop. */
async function place(page: Page, who: string, bay: number, at: string): Promise<void> {
  await page.getByLabel(/^Who/).selectOption({ label: who });
  await page.getByLabel(/^Bay/).selectOption({ index: bay });
  await page.getByLabel('Starts').fill(at);
  await page.getByRole('button', { name: /^(Move there|Place it)$/ }).click();
}
const lane = (page: Page, name: string) => page.getByRole('list', { name, exact: true });

test('a job is quoted, accepted, placed on the day, worked, takes from stores, and teaches', async ({ page }) => {
  await signIn(page, 'Ines Okafor-Lind', 'saltmarsh-desk');
  const job = await openJob(page, 'Whole way');
  const quote = await page.request.post(`/api/jobs/${job}/quotes`, {
    data: {
      id: crypto.randomUUID(),
      words: '',
      promises: true,
      lines: [
        {
          id: 'l',
          kind: 'labour',
          words: 'Rear door',
          quantity: 1,
          unitCents: 7200,
          isOption: false,
          likelySeconds: 3000,
          safeSeconds: 3600,
        },
      ],
    },
  });
  expect(quote.ok(), await quote.text()).toBe(true);
  await page.request.post(`/api/jobs/${job}/quotes/1/answer`, {
    data: { answer: 'accepted', how: 'phone', name: 'A. Customer', leftOut: [], note: '' },
  });

  // The day: dragged from what is not placed yet onto somebody's line.
  await page.goto(`/day?date=${DAY}`);
  const card = page.getByRole('region', { name: 'Not placed yet' }).getByRole('button', { name: `${job} Whole way` });
  await expect(card).toContainText('for ');
  await card.scrollIntoViewIfNeeded();
  const [from, to] = [(await card.boundingBox())!, (await lane(page, 'Bea Nwosu').boundingBox())!];
  await page.mouse.move(from.x + 10, from.y + 10);
  await page.mouse.down();
  await page.mouse.move(from.x + 40, from.y - 30, { steps: 4 });
  await page.mouse.move(to.x + to.width * 0.3, to.y + 20, { steps: 6 });
  await page.mouse.up();
  const block = lane(page, 'Bea Nwosu').getByRole('button', { name: new RegExp(`^Job ${job},`) });
  await expect(block).toBeVisible();
  await expectAccessible(page);
  // And by the keys, a quarter of an hour at a time.
  const at = async () => /from (\d\d:\d\d)/.exec((await block.getAttribute('aria-label'))!)![1];
  const before = await at();
  await block.focus();
  await page.keyboard.press('ArrowRight');
  await expect.poll(at).not.toBe(before);

  // The run, taken apart and put back; a clip breaks.
  const opened = await page.request.post('/api/runs', {
    data: {
      job,
      procedures: ['kite-rear-door'],
      goals: ['woofer'],
      options: { windows: 'power' },
      newParts: ['Speaker'],
    },
  });
  const { id } = (await opened.json()) as { id: string };
  await skipCheckIn(page.request, job);
  const plan = planOfRun();
  const clips = plan.removal.find((key) => key.endsWith('/c1'))!;
  const stamp = deviceOf('ines-okafor-lind', `day-${job}`);
  const events = [
    ...workThrough(plan, stamp, {
      [clips]: [
        { type: 'broken', item: 'kite-rear-door/c1', count: 1 },
        { type: 'renewed', item: 'kite-rear-door/c1', count: 1 },
      ],
    }),
    stamp({ type: 'finished' }),
  ].map((event, n) => ({ ...event, at: new Date(Date.UTC(2026, 2, 2, 9) + n * 25_000).toISOString() }));
  const sent = await page.request.post(`/api/logs/${id}/events`, { data: { events } });
  expect(sent.ok(), await sent.text()).toBe(true);

  await page.goto('/stores');
  await expect(page.getByText(`fitted · job ${job}`).first()).toBeVisible();
  await page.goto(`/jobs/${job}`);
  await expect(page.getByLabel('Where this job stands')).toContainText('All runs finished');
  await page.goto('/insights');
  const promises = page.getByRole('region', { name: 'Promises' });
  await promises.getByText('As a table').click();
  await expect(promises.getByRole('cell', { name: String(job), exact: true })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Whose hands' })).toContainText('Ines Okafor-Lind');
});

/** The plan that the server fixes for such a run: made from the same procedure in the same way. */
function planOfRun(): RunPlan {
  const documents = [demoProcedure('kite-rear-door')];
  const [goals, options] = [['woofer'], { windows: 'power' }];
  const planned = makePlan({ documents, goals, options });
  if (!planned.ok) throw new Error('The demo door cannot be planned.');
  return runPlanOf(planned.plan, { documents, goals, options, newParts: ['Speaker'] });
}

test('two jobs that want the one drill are named, and an order is proposed, proved and taken on', async ({ page }) => {
  await signIn(page, 'Tomas Varga', 'saltmarsh-bench');
  const jobs: number[] = [];
  for (const title of ['First van', 'Second van']) {
    const opened = await page.request.post('/api/jobs', {
      data: {
        title,
        customer: 'Tideland mobile library',
        make: 'Wicket',
        model: 'Carry',
        year: 2015,
        body: 'van',
        steering: 'left',
      },
    });
    const { number } = (await opened.json()) as { number: number };
    jobs.push(number);
    const run = await page.request.post('/api/runs', {
      data: {
        job: number,
        procedures: ['carry-front-door'],
        goals: ['woofer'],
        options: { windows: 'crank', 'lower-bin': 'fitted' },
        newParts: [],
      },
    });
    expect(run.ok(), await run.text()).toBe(true);
    await page.request.put(`/api/jobs/${number}/times`, { data: { dueAt: `${DAY}T16:00`, partsAt: null, parts: '' } });
  }
  await page.goto(`/day?date=${DAY}`);
  for (const [at, job] of jobs.entries()) {
    await page
      .getByRole('button', { name: new RegExp(`^${job} `) })
      .first()
      .click();
    await place(page, ['Bea Nwosu', 'Rui Castellane'][at], at + 1, `${DAY}T10:00`);
    await expect(
      lane(page, ['Bea Nwosu', 'Rui Castellane'][at]).getByRole('button', { name: new RegExp(`^Job ${job},`) }),
    ).toBeVisible();
  }
  const toLookAt = page.getByRole('region', { name: 'Needs attention' });
  await expect(
    toLookAt
      .getByRole('listitem')
      .filter({ hasText: String(jobs[0]) })
      .filter({ hasText: String(jobs[1]) }),
  ).toContainText('need the one drill');

  // Somebody else moves one meanwhile: that is said, and nothing of theirs is lost.
  const moved = await page.request.put(`/api/day/places/${jobs[1]}`, {
    data: { person: 'rui-castellane', bay: null, startsAt: `${DAY}T13:00`, version: 99 },
  });
  expect([moved.status(), ((await moved.json()) as { code: string }).code]).toEqual([409, 'moved-meanwhile']);

  await page.getByRole('button', { name: 'Suggest an order' }).click();
  const panel = page.getByRole('dialog');
  await panel.getByRole('checkbox', { name: 'Pip Hallam' }).uncheck();
  await panel.getByRole('button', { name: 'Find the order' }).click();
  await expect(panel.getByRole('status')).toContainText(/Keeps \d+ of \d+ promises\. Proved: no order keeps more\./);
  await expectAccessible(page);
  await panel.getByRole('button', { name: 'Use this order' }).click();
  await expect(panel).toHaveCount(0);
  await page.goto('/day');
  // What waits for a part stays where it was, and may still be in somebody's way: these two are not in each other's.
  await expect(page.getByRole('region', { name: 'Load and promises' })).toBeVisible();
  const both = page
    .getByRole('region', { name: 'Needs attention' })
    .getByRole('listitem')
    .filter({ hasText: String(jobs[0]) })
    .filter({ hasText: String(jobs[1]) });
  await expect(both).toHaveCount(0);
});
