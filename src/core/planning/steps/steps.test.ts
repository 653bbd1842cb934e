import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { procedures } from '@tests/support/generate-procedure';
import { demoProcedure } from '@tests/support/demo';
import { buildGraph, carryOut, DEFAULT_COSTS, precedenceOf, type ActionGraph } from '../graph';
import type { ProcedureDocument } from '../../document';
import { type OrderProblem, transitionMs } from '../order';
import { checkProcedure, hasErrors } from '../check';
import { Grouping } from './grouping';
import { followRefit } from './follow-refit';
import { orderRemoval, planRefit, removalProblem } from './plan-steps';
import type { HandStep } from './step';

const POWER = { windows: 'power' };

/** Everything that can be taken off a document, with its precedence. */
function everything(document: ProcedureDocument): { graph: ActionGraph; ids: number[]; before: number[][] } {
  const graph = buildGraph([document], { options: POWER });
  const { done, taken } = carryOut(graph, new Set(graph.nodes.keys()), { rules: true });
  const { actions, before } = precedenceOf(graph, done, taken);
  return { graph, ids: actions, before };
}

const tasksOf = ({ graph, ids }: { graph: ActionGraph; ids: number[] }) => ids.map((id) => graph.nodes[id].action!);
const sound = procedures().filter((document) => !hasErrors(checkProcedure(document).remarks));

/** The most steps that every order is tried of. */
const MOST_TRIED = 9;

/** The cheapest of all orders that keep the precedence, milliseconds, by trying every one; a beginning that costs more than a whole order is not gone on with. */
function cheapest(problem: OrderProblem): number {
  const { tasks, before } = problem;
  let best = Infinity;
  const go = (done: number, last: number | null, costMs: number) => {
    if (costMs >= best) return;
    if (done === (1 << tasks.length) - 1) best = costMs;
    for (let at = 0; at < tasks.length; at += 1)
      if (!(done & (1 << at)) && before[at].every((need) => done & (1 << need)))
        go(done | (1 << at), at, costMs + transitionMs(problem, last, at) + tasks[at].ms);
  };
  go(0, null, 0);
  return best;
}

describe('grouping', () => {
  it('joins two only where nothing outside has to come between, and never makes a loop', () => {
    const grouping = new Grouping([[], [0], [1], []]);
    expect(grouping.join(0, 2)).toBe(false);
    expect(grouping.join(0, 1)).toBe(true);
    expect(grouping.join(0, 2)).toBe(true);
    expect(grouping.groups()).toEqual({ members: [[0, 1, 2], [3]], before: [[], []] });
  });
});

describe('steps', () => {
  it('hold every action once, in an order that keeps the precedence', () => {
    fc.assert(
      fc.property(sound, (document) => {
        const all = everything(document);
        const { steps } = orderRemoval(all.graph, tasksOf(all), all.before, [], DEFAULT_COSTS);
        const keys = steps.flatMap(({ actions }) => actions);
        const tasks = tasksOf(all);
        expect([...keys].sort()).toEqual(tasks.map(({ key }) => key).sort());
        const placeOf = new Map(keys.map((key, at) => [key, at]));
        all.before.forEach((needs, at) => {
          for (const need of needs) expect(placeOf.get(tasks[need].key)!).toBeLessThan(placeOf.get(tasks[at].key)!);
        });
      }),
      { numRuns: 150 },
    );
  });

  it('of the way back hold every action and gate once, and nothing comes before what it waits for', () => {
    fc.assert(
      fc.property(sound, fc.nat(60), (document, length) => {
        const all = everything(document);
        const { steps } = orderRemoval(all.graph, tasksOf(all), all.before, [], DEFAULT_COSTS);
        const done = steps.flatMap(({ actions }) => actions).slice(0, length);
        const back = planRefit(
          all.graph,
          done.map((key) => all.graph.idOf.get(key)!),
          DEFAULT_COSTS,
        );
        expect(back.steps.flatMap(({ actions }) => actions)).toEqual(back.actions.map(({ key }) => key));
        const seen = new Set<string>();
        for (const { key } of back.actions) {
          for (const need of back.waitsFor.get(key)!) expect(seen, `${key} before ${need}`).toContain(need);
          seen.add(key);
        }
      }),
      { numRuns: 150 },
    );
  });

  it('of the way back follow the planned order without another search, as far as it was really taken apart', () => {
    fc.assert(
      fc.property(sound, fc.nat(60), (document, length) => {
        const all = everything(document);
        const { steps } = orderRemoval(all.graph, tasksOf(all), all.before, [], DEFAULT_COSTS);
        const done = steps.flatMap(({ actions }) => actions).map((key) => all.graph.idOf.get(key)!);
        const planned = planRefit(all.graph, done, DEFAULT_COSTS);
        const keys = planned.actions.filter(({ gate }) => !gate).map(({ key }) => key);
        expect(followRefit(all.graph, done, keys).steps).toEqual(planned.steps);
        const part = followRefit(all.graph, done.slice(0, length), keys);
        const seen = new Set<string>();
        for (const { key } of part.actions) {
          for (const need of part.waitsFor.get(key)!) expect(seen, `${key} before ${need}`).toContain(need);
          seen.add(key);
        }
      }),
      { numRuns: 100 },
    );
  });

  it('are in the cheapest of all orders, both ways, where all can be tried', () => {
    let tried = 0;
    fc.assert(
      fc.property(sound, (document) => {
        const all = everything(document);
        const { problem } = removalProblem(all.graph, tasksOf(all), all.before, [], DEFAULT_COSTS);
        if (problem.tasks.length > MOST_TRIED) return;
        tried += 1;
        const out = orderRemoval(all.graph, tasksOf(all), all.before, [], DEFAULT_COSTS);
        expect(out.cost).toMatchObject({ seconds: cheapest(problem) / 1000, optimal: true });
        const back = planRefit(
          all.graph,
          out.steps.flatMap(({ actions }) => actions).map((key) => all.graph.idOf.get(key)!),
          DEFAULT_COSTS,
        );
        const steps = inOneGo(back.steps.filter(({ kind }) => kind !== 'gate' && kind !== 'power'));
        if (steps.length > MOST_TRIED) return;
        expect(back.cost.seconds).toBe(cheapest(problemAgain(steps, back.waitsFor)) / 1000);
      }),
      { numRuns: 200 },
    );
    expect(tried).toBeGreaterThan(10);
  });

  it('tell the Kite’s rear door in 16, hooks in the card’s own pull, and clips pressed home where the card is seated', () => {
    const all = everything(demoProcedure('kite-rear-door'));
    const { steps } = orderRemoval(all.graph, tasksOf(all), all.before, [], DEFAULT_COSTS);
    const holding = (key: string) =>
      steps.find(({ actions }) => actions.includes(`${key.replace(':', ':kite-rear-door/')}`))!;
    expect(steps.filter(({ kind }) => kind !== 'safe')).toHaveLength(16);
    expect(holding('release:h1')).toBe(holding('free:card'));
    expect(holding('release:c1')).toBe(holding('free:card'));
    expect(holding('undo:l2')).toBe(holding('takeOff:card'));
    const back = planRefit(
      all.graph,
      steps.flatMap(({ actions }) => actions).map((key) => all.graph.idOf.get(key)!),
      DEFAULT_COSTS,
    );
    const seat = back.steps.find(({ actions }) => actions.includes('seat:kite-rear-door/card'))!;
    expect(seat.actions).toEqual(expect.arrayContaining(['fit:kite-rear-door/h1', 'fit:kite-rear-door/c1']));
  });
});

/** What is done with a part in the hand, from its offer to its seat, is ordered as one: its own times, and the first tool that is not the bare hand. */
function inOneGo(steps: HandStep[]): HandStep[] {
  const held: HandStep[] = [];
  let seats = new Set<string>();
  for (const step of steps) {
    const last = seats.size ? held.at(-1)! : null;
    for (const key of step.actions) if (key.startsWith('place:')) seats.add(key.replace('place:', 'seat:'));
    seats = new Set([...seats].filter((seat) => !step.actions.includes(seat)));
    if (!last) {
      held.push({ ...step });
      continue;
    }
    last.actions = [...last.actions, ...step.actions];
    last.ms += step.ms;
    last.tool = last.tool === 'hand' ? step.tool : last.tool;
    if (step.kind === 'seat') last.place = step.place;
  }
  return held;
}

/** The problem that planned steps were ordered by, read back from what each action waits for; gates and power are looked through. */
function problemAgain(steps: HandStep[], waitsFor: ReadonlyMap<string, string[]>): OrderProblem {
  const stepOf = new Map(steps.flatMap(({ actions }, at) => actions.map((key) => [key, at] as const)));
  const needs = (key: string): number[] =>
    waitsFor
      .get(key)!
      .flatMap((need) => (need.startsWith('gate:') || need === 'batteryOn' ? needs(need) : [stepOf.get(need)!]));
  const before = steps.map(({ actions }, at) => [...new Set(actions.flatMap(needs))].filter((need) => need !== at));
  return { tasks: steps, before, costs: DEFAULT_COSTS };
}
