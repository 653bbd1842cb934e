import { expect, type Page } from '@playwright/test';
import { makePlan } from '@/core/telling';
import { readGateKey, readStepKey } from '@/core/planning';
import { countOf, findItem, indexItems, type ProcedureDocument } from '@/core/document';
import { test } from './awake';
import { beginDoor, pickRecorded, place, tapMap } from './support';

/** The draft as the server has it. */
async function draftOf(page: Page): Promise<ProcedureDocument> {
  await expect(page.getByText(/Draft saved|● saved/)).toBeVisible();
  const id = /procedures\/([^/]+)/.exec(page.url())![1];
  return (await (await page.request.get(`/api/procedures/${id}/file`)).json()) as ProcedureDocument;
}

/** What a plan for the speaker does, both ways, without names: kinds, sizes and counts, step by step. */
function planOf(document: ProcedureDocument): string[] {
  const index = indexItems(document);
  const speaker = document.parts.find(({ kind }) => kind === 'speaker')!.id;
  const result = makePlan({ documents: [document], goals: [speaker], options: {} });
  if (!result.ok) throw new Error(result.problems[0].message);
  const words = (key: string) => {
    const gate = readGateKey(key);
    const ref = gate ? { type: `gate:${gate.gate}`, item: gate.item } : readStepKey(key)!;
    const item = findItem(index, ref.item) as { kind?: string; drive?: string; count?: number } | undefined;
    return `${ref.type} ${countOf(item ?? {})} ${item?.drive ?? ''} ${item?.kind ?? ''}`;
  };
  const { removal, refit } = result.plan.steps;
  return [...removal, ...refit].map(({ kind, actions }) => `${kind}: ${actions.map(words).sort().join(', ')}`);
}

async function byTaps(page: Page): Promise<ProcedureDocument> {
  await beginDoor(page, 'By taps');
  const item = page.getByRole('region', { name: 'Selected item' });
  const hideBehind = (label: string) => item.getByLabel('Behind: pick what covers it…').selectOption({ label });
  await place(page, 'Cover', 0.35, 0.45);
  await place(page, 'Tab', 0.33, 0.45);
  await page.keyboard.press('Escape');
  await place(page, 'Panel', 0.5, 0.5);
  await place(page, 'Screw', 0.36, 0.45);
  await tapMap(page, 0.38, 0.45);
  await hideBehind('Cover');
  await pickRecorded(page, /^panel/i);
  await place(page, 'Push clip', 0.2, 0.8);
  for (const x of [0.4, 0.6, 0.8]) await tapMap(page, x, 0.8);
  await pickRecorded(page, /^panel/i);
  await place(page, 'Connector', 0.5, 0.4);
  await place(page, 'Speaker', 0.7, 0.7);
  await hideBehind('Panel');
  await place(page, 'Screw', 0.68, 0.66);
  await item.getByRole('textbox', { name: 'Drive' }).fill('T25');
  await page.keyboard.press('Enter');
  return draftOf(page);
}

async function byShorthand(page: Page): Promise<ProcedureDocument> {
  await beginDoor(page, 'By shorthand');
  const field = page.getByLabel('Type a line');
  for (const line of [
    '1 tab holds cover',
    '2 T20 hold panel behind cover',
    '4 push clips hold panel',
    'plug on panel',
    'speaker behind panel, 1 T25 holds speaker',
  ]) {
    await field.fill(line);
    await field.press('Enter');
    await expect(field).toHaveValue('');
  }
  return draftOf(page);
}

async function inTheBay(page: Page): Promise<ProcedureDocument> {
  await beginDoor(page, 'In the bay');
  await page.getByRole('link', { name: 'In the bay' }).click();
  const told = async (verb: string, ...taps: string[]) => {
    await page.getByRole('button', { name: new RegExp(`^${verb}`) }).click();
    for (const tap of taps) await page.getByRole('button', { name: tap, exact: true }).click();
  };
  const more = (times: number) => Array.from({ length: times }, (_, n) => `More: ${n + 1} of them`);
  await told('Undone', 'Tab');
  await told('Came off', 'Cover');
  await page.getByRole('button', { name: 'Found behind the cover' }).click();
  await told('Undone', ...more(1), 'T20');
  await told('Undone', ...more(3), 'Push clip');
  await told('Unplugged', 'Connector');
  await told('Came off', 'Panel');
  await told('Undone', 'T25');
  await told('Came off', 'Speaker');
  return draftOf(page);
}

test('plans the same door alike, whether it was tapped, typed or told in the bay', async ({ page }) => {
  const plans = [];
  for (const record of [byShorthand, byTaps, inTheBay]) plans.push(planOf(await record(page)));
  expect(plans[0].length).toBeGreaterThan(8);
  expect(plans[1]).toEqual(plans[0]);
  expect(plans[2]).toEqual(plans[0]);
});
