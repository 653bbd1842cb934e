import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { deviceOf, workThrough } from '@tests/support/work-run';
import { gateWords } from '../wording';
import { makePlan, runPlanOf } from '../plan';
import { mirror } from '../procedure';
import { basisOf } from './basis';
import { foldRun } from './fold';
import { fallenInside } from './fallen';
import { leftOverPlaces } from './left-over';
import { peopleOnDoors } from './doors';
import { viewRun } from './view';

/** One job over two doors that are mirror images of each other: whatever is listed must say which. */
const left = demoProcedure('kite-rear-door');
const documents = [left, mirror(left)];
const goals = documents.map(({ id }) => `${id}/woofer`);
const options = { windows: 'power' };
const made = makePlan({ documents, goals, options });
if (!made.ok) throw new Error(made.problems[0].message);
const plan = runPlanOf(made.plan, { documents, options, goals, newParts: [] });
const stamp = deviceOf('bea');
const events = workThrough(plan, stamp);
const state = foldRun(events);
const { graph } = basisOf(plan, state);
const view = viewRun(graph, plan, state);

/** Rows that stand twice. */
const twice = (rows: string[]) => rows.filter((row, at) => rows.indexOf(row) !== at);

describe('a job of two doors says which of them it means in', () => {
  const gates = [...view.refitActions.values()].filter(({ gate }) => gate);
  const lists: Record<string, string[]> = {
    'the ledger': view.ledger.map(({ words }) => words),
    'the titles of gates': gates.map((gate) => gateWords(documents, gate)),
    'the lines of tests': gates.flatMap((gate) =>
      gate.checks.map(({ text }) => `${gateWords(documents, gate)}: ${text}`),
    ),
    'the last check': gates
      .filter(({ procedure }) => procedure === null)
      .flatMap(({ checks }) => checks.map(({ text }) => text)),
    'the steps apart': view.removal.map((step) => view.wordsOf(step).title),
    'the answers to a left-over screw': leftOverPlaces(graph, state, {
      event: 'e',
      words: '1 screw',
      count: 1,
      kind: 'screw',
      drive: 'T20',
      settled: null,
    }).map(({ words, reason }) => `${words} ${reason}`),
  };
  it.each(Object.entries(lists))('%s', (_name, rows) => {
    expect(rows.length).toBeGreaterThan(0);
    expect(twice(rows)).toEqual([]);
  });

  it('the lines of a test that are about one thing each', () => {
    for (const { checks } of gates)
      for (const check of checks) expect(check.items.length).toBeLessThan(documents.length * 8);
  });
});

describe('two technicians at two doors', () => {
  const one = deviceOf('bea', 'tablet-b', 1);
  const other = deviceOf('rui', 'tablet-r', 1);
  const first = `release:${documents[0].id}/s1`;
  const second = `release:${documents[1].id}/s1`;

  it('are each at the door they did something on last, and at no other', () => {
    const log = [
      one({ type: 'started' }),
      one({ type: 'done', action: second }),
      one({ type: 'done', action: first }),
      other({ type: 'done', action: second }),
    ];
    expect([...peopleOnDoors(foldRun(log))].sort()).toEqual(
      [
        [documents[0].id, ['bea']],
        [documents[1].id, ['rui']],
      ].sort(),
    );
    const pause = one({ type: 'paused' });
    expect([...peopleOnDoors(foldRun([...log, pause])).keys()]).toEqual([documents[1].id]);
  });

  it('see a piece that fell inside at the door it lies in; that it is looked for later is a decision in the log', () => {
    const item = `${documents[1].id}/s1`;
    const lost = one({ type: 'lost', item, count: 1, inside: true });
    const later = one({ type: 'lookLater', item, count: 1 });
    const seen = foldRun([lost, later]);
    expect(fallenInside(seen)).toEqual([{ procedure: documents[1].id, item: 's1', count: 1 }]);
    expect(seen.lookLater.get(item)).toBe(1);
    expect(foldRun([lost, later, one({ type: 'found', item, count: 1 })]).lookLater.size).toBe(0);
    expect(foldRun([lost, later, one({ type: 'lost', item, count: 1, inside: true })]).lookLater.size).toBe(0);
  });
});
