import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { planOf } from '@tests/support/plan';
import { runPlanFor } from '@tests/support/run';
import { deviceOf, workThrough } from '@tests/support/work-run';
import type { Fastener, ProcedureDocument } from '../../document';
import { foldRun } from './fold';
import { isBalanced } from './ledger';
import { graphOf } from './basis';
import { viewRun } from './view';

const KITE = demoProcedure('kite-rear-door');
const OPTIONS = { windows: 'power' };

/** The door with one entry recorded as replaced every time. */
const renewing = (id: string, more: Partial<Fastener> = {}): ProcedureDocument => ({
  ...KITE,
  fasteners: KITE.fasteners.map((one) => (one.id === id ? { ...one, reuse: 'replace', ...more } : one)),
});

describe.each([
  ['clips that stay on the card', 'c1', 9, 'push-clip'],
  ['a push pin', 'p1', 1, 'push-pin'],
  ['screws', 's4', 4, 'screw'],
])('%s that are replaced every time', (_, id, count, kind) => {
  const document = renewing(id);
  const plan = planOf(document, ['woofer'], OPTIONS);
  const item = `${KITE.id}/${id}`;

  it('are laid out, all of them, and none of them is kept in a bin', () => {
    const before = planOf(KITE, ['woofer'], OPTIONS);
    const sparesOf = (one: typeof plan) => one.spares.find((spare) => spare.kind === kind)?.spares ?? 0;
    expect(sparesOf(plan)).toBeGreaterThanOrEqual(count);
    expect(sparesOf(plan)).toBeGreaterThan(sparesOf(before));
    expect(Object.keys(runPlanFor(document, ['woofer'], OPTIONS).bins)).not.toContain(item);
  });

  it('are said to be new where they go back', () => {
    const own = plan.refit.filter(({ key }) => key.endsWith(`/${id}`) || key.startsWith('gate:clips'));
    const words = own.flatMap(({ notes, checks }) => [...notes, ...checks.map(({ text }) => text)]).join(' ');
    expect(words).toMatch(/\bnew\b/i);
  });

  it('balance as new ones, the old ones scrapped', () => {
    const run = runPlanFor(document, ['woofer'], OPTIONS);
    const state = foldRun(workThrough(run, deviceOf('rui')));
    const view = viewRun(graphOf(run), run, state);
    const row = view.ledger.find((one) => one.item === item)!;
    expect(row).toMatchObject({ out: count, scrapped: count, back: 0, renewed: count, needed: count, missing: 0 });
    expect(isBalanced(row)).toBe(true);
  });
});

it('a kind that only this procedure knows, and one that comes back as something else, are laid out once', () => {
  const planWith = (more: Partial<Fastener>) => planOf(renewing('s4', more), ['woofer'], OPTIONS);
  expect(planWith({ kind: 'odd-fixing' }).spares.find(({ kind }) => kind === 'odd-fixing')?.spares).toBe(4);
  const other = planWith({ refit: { as: 'longer screws' } });
  expect(other.spares.some(({ items }) => items.includes(`${KITE.id}/s4`))).toBe(false);
  expect(other.replacements.map(({ item, count }) => [item, count])).toContainEqual([`${KITE.id}/s4`, 4]);
});
