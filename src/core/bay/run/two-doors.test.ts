import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { deviceOf, workThrough } from '@tests/support/work-run';
import { doorWords } from '../../trade';
import { gateWords, inPlace, piecesInPlace, makePlan, runPlanOf } from '../../telling';
import { wontMove } from './wont-move';
import { mirror, readItemKey } from '../../document';
import { doneFact } from '@tests/support/run';
import { basesOf, basisOf } from './basis';
import type { RunEvent, RunFact } from './events';
import { foldRun } from './fold';
import { fallenInside } from './fallen';
import { judgeFor } from './judge';
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
    'what to lay out': plan.tools.map(({ tool, notes }) => `${tool} ${notes.join(' ')}`),
    'what to be careful of': plan.cautions.map(({ text }) => text),
    'the ways that are followed': [...(plan.ways ?? []), 'none'],
    'a piece that fell inside, of either door': documents.map(({ id }) =>
      piecesInPlace(graph, { procedure: id, item: 's1' }, 1),
    ),
    'a thing that differs, of either door': documents.map(({ id }) => `other clips${inPlace(graph, id)}`),
    'the chips of the doors': documents.map((document) => doorWords(document)),
    'what suspects a stuck card': documents.flatMap(({ id }) =>
      wontMove(graph, plan, state, { procedure: id, item: 'card' }, null).map(
        ({ culprit, words }) => `${words}${inPlace(graph, readItemKey(culprit ?? '')?.procedure ?? id)}`,
      ),
    ),
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

describe('two technicians at two doors with airbags, each tapping what their tablet offers', () => {
  const own = demoProcedure('lumen-front-door');
  const doors = [own, mirror(own)];
  const wanted = doors.map(({ id }) => `${id}/woofer`);
  const asked = { documents: doors, goals: wanted, options: { audio: 'base', puddle: 'none' } };
  const planned = makePlan(asked);
  if (!planned.ok) throw new Error(planned.problems[0].message);
  const runPlan = runPlanOf(planned.plan, { ...asked, newParts: [] });
  const judge = judgeFor(basesOf(runPlan));
  const isSrs = (action: string) =>
    doors.some(({ id, links }) => links.some((link) => link.safety === 'srs' && action.endsWith(`:${id}/${link.id}`)));
  /** A tap: whose tablet, which of what it offers, at which door (both, or either), and whether it hears of the other first. */
  const taps = fc.array(
    fc.record({ who: fc.nat(1), pick: fc.nat(999), door: fc.constantFrom(null, 0, 1), hears: fc.boolean() }),
    { minLength: 150, maxLength: 150 },
  );

  it('in any order, heard of or not, move no airbag lead before battery and wait, and test nothing before power', () => {
    let tested = 0;
    fc.assert(
      fc.property(taps, (all) => {
        const hands = [deviceOf('bea', 'tablet-b'), deviceOf('rui', 'tablet-r', 0)];
        const logs: RunEvent[][] = [[], []];
        const hear = () => {
          const known = [...new Map(logs.flat().map((event) => [event.id, event])).values()];
          logs.splice(0, 2, known, [...known].reverse());
        };
        const add = (who: number, fact: RunFact) => {
          const made = hands[who](fact);
          const lamport = Math.max(made.lamport, ...logs[who].map((event) => event.lamport + 1));
          logs[who].push({ ...made, lamport });
        };
        add(0, { type: 'started' });
        hear();
        for (const { who, pick, door, hears } of all) {
          if (hears) hear();
          const now = foldRun(logs[who], judge);
          const { graph: own, plan: current } = basisOf(runPlan, now);
          const seen = viewRun(own, current, now);
          const phase = now.phase === 'refit' ? seen.refit : seen.removal;
          const open = phase.filter(
            (step) =>
              (step.state === 'open' || step.state === 'now') &&
              (door === null ||
                step.actions.every(({ step: { procedure } }) => !procedure || procedure === doors[door].id)),
          );
          if (open.length === 0) {
            if (now.phase === 'remove' && seen.removal.every(({ state: at }) => at === 'done'))
              add(who, { type: 'phase', to: 'refit' });
            continue;
          }
          for (const { key, step } of open[pick % open.length].actions)
            if ('gate' in step && step.gate) {
              for (const { id } of step.checks) add(who, { type: 'test', gate: key, check: id, result: 'pass' });
              add(who, { type: 'gatePassed', gate: key });
            } else add(who, doneFact(key));
        }
        hear();
        const [one, other] = logs.map((log) => foldRun(log, judge));
        expect(one.log.map(({ id }) => id)).toEqual(other.log.map(({ id }) => id));
        const counted = one.log.flatMap((event) => ('action' in event && event.type === 'done' ? [event.action] : []));
        const first = (which: (action: string) => boolean) => {
          const at = counted.findIndex(which);
          return at < 0 ? Infinity : at;
        };
        const [wait, touched] = [first((action) => action === 'wait'), first((action) => isSrs(action))];
        if (touched < Infinity) expect(wait).toBeLessThan(touched);
        for (const { id } of doors)
          expect(
            Math.min(
              wait,
              first((action) => action === `free:${id}/card`),
            ),
          ).toBe(Math.min(wait, counted.length));
        const power = one.log.findIndex((event) => 'action' in event && event.action === 'batteryOn');
        for (const [at, event] of one.log.entries())
          if (event.type === 'test' && /^(works|joined-and-working|glass-path-clear|lamp-)/.test(event.check)) {
            tested += 1;
            expect(power).toBeGreaterThan(-1);
            expect(power).toBeLessThan(at);
          }
        // A test speaks of the door it stands at, and of no other.
        const { graph: end, plan: current } = basisOf(runPlan, one);
        const actions = viewRun(end, current, one).refitActions;
        for (const event of one.log)
          if (event.type === 'test') {
            const gate = actions.get(event.gate);
            const check = gate?.checks.find(({ id }) => id === event.check);
            const doorsOf = (check?.items ?? []).map((item) => item.split('/')[0]);
            if (gate?.procedure) expect(new Set(doorsOf).size).toBeLessThanOrEqual(1);
            if (gate?.procedure && doorsOf.length) expect(doorsOf[0]).toBe(gate.procedure);
          }
      }),
      { numRuns: 6, endOnFailure: true },
    );
    expect(tested, 'some of them come as far as the tests').toBeGreaterThan(0);
  });
});
