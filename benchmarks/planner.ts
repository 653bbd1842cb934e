import highs from 'highs';
import {
  buildGraph,
  DEFAULT_COSTS,
  followRefit,
  followRefitBefore7,
  followRemoval,
  precedenceOf,
  leastTeardown,
  priceOrder,
  solveOrder,
  type OrderProblem,
  type SolvedOrder,
  removalProblem,
} from '../src/core/planning';
import { recordedWish } from '../src/core/telling';
import { milpOf } from '../tests/support/order-milp';
import { madeDash, madeVehicle } from './support/made-vehicles';
import { seeded } from './support/seeded';
import { median, printTable, quantile } from './support/measure';
import type { ProcedureDocument } from '../src/core/document';

/** How many actions of a vehicle are put back. */
const WAYS_BACK = [35, 100, 500, 1000];

/** Working out the way back of all that was taken off, as a tablet does when a run turns round; beside the rules of older plans, in the same run. */
function wayBackCase(actions: number): string[] {
  const graph = buildGraph(madeVehicle(actions, seeded(7)), { options: {} });
  const goals = [...graph.nodes.keys()].filter((id) => graph.nodes[id].ref.type === 'takeOff');
  const least = leastTeardown(graph, goals);
  if ('stuck' in least) throw new Error('A made vehicle waits for itself.');
  const done = followRemoval(graph, least.chosen, least.taken, () => true, []).steps.flatMap((step) =>
    step.actions.map((key) => graph.idOf.get(key)!),
  );
  const times = (work: () => unknown) =>
    Array.from({ length: 5 }, () => {
      const begun = performance.now();
      work();
      return performance.now() - begun;
    });
  const now = times(() => followRefit(graph, done, []));
  const before = times(() => followRefitBefore7(graph, done, []));
  const { steps } = followRefit(graph, done, []);
  return [
    `vehicle, ${actions}`,
    String(done.length),
    String(steps.length),
    `${Math.round(median(now))} ms`,
    `${Math.round(median(before))} ms`,
  ];
}

interface Case {
  name: string;
  actions: number;
  runs: number;
  limitSeconds: number;
  target: string;
}

const CASES: Case[] = [
  { name: 'door, 15', actions: 15, runs: 40, limitSeconds: 10, target: 'proved, p95 ≤ 50 ms' },
  { name: 'door, 25', actions: 25, runs: 40, limitSeconds: 10, target: 'proved, p95 ≤ 50 ms' },
  { name: 'door, 35', actions: 35, runs: 40, limitSeconds: 10, target: 'proved, p95 ≤ 50 ms' },
  { name: 'dash, 41–64', actions: 0, runs: 24, limitSeconds: 5, target: '≥ 80 % in 5 s, else ≤ 1 %' },
  { name: 'battery + 3 doors, 100', actions: 100, runs: 15, limitSeconds: 10, target: 'proved, p95 ≤ 1 s' },
  { name: '4 doors + dash, 200', actions: 200, runs: 15, limitSeconds: 3, target: '≥ 80 % in 3 s, else ≤ 0.5 %' },
  { name: 'vehicle, 500', actions: 500, runs: 5, limitSeconds: 3, target: '≤ 1.5 % in 3 s' },
  { name: 'vehicle, 1000', actions: 1000, runs: 4, limitSeconds: 6, target: '≤ 1.5 % in 6 s' },
];

/** The ordering problem of taking everything off, or only so many of the parts recorded last, and the recorded order. */
function problemOf(
  documents: ProcedureDocument[],
  only = Infinity,
): { problem: OrderProblem; recorded: number[]; actions: number } {
  const graph = buildGraph(documents, { options: {} });
  const goals = documents.flatMap((document) =>
    document.parts
      .map((part) => graph.idOf.get(`takeOff:${document.id}/${part.id}`)!)
      .reverse()
      .slice(0, only),
  );
  const least = leastTeardown(graph, goals);
  if ('stuck' in least) throw new Error('A made vehicle waits for itself.');
  const { actions, before } = precedenceOf(graph, least.chosen, least.taken);
  const tasks = actions.map((id) => graph.nodes[id].action!);
  return {
    ...removalProblem(graph, tasks, before, recordedWish(graph, actions), DEFAULT_COSTS),
    actions: tasks.length,
  };
}

/** Times the ordering of made vehicles, and compares it with a mixed-integer programme where that can finish. Prints figures; asserts nothing. */
export async function main(): Promise<void> {
  const rows = CASES.map((one) => measure(one));
  printTable(['case', 'actions', 'steps', 'median', 'p95', 'proved', 'worst gap', 'under recorded', 'target'], rows);
  process.stdout.write('\n');
  printTable(['least teardown', 'actions', 'routes', 'median', 'worst', 'target'], [routesCase()]);
  process.stdout.write('\n');
  printTable(['way back', 'actions', 'steps', 'median', 'under plans before version 7'], WAYS_BACK.map(wayBackCase));
  process.stdout.write('\n');
  await besideMilp();
}

const ROUTES = 60;

/** The least teardown of a vehicle of 1000 actions with up to 60 ways to choose from, all of them in play: what lies behind each is the goal. */
function routesCase(): (string | number)[] {
  const times: number[] = [];
  const decided: number[] = [];
  let actions = 0;
  for (let seed = 1; seed <= 20; seed += 1) {
    const random = seeded(seed * 104_729);
    const documents = madeVehicle(1000, random).map((document) => ({
      ...document,
      routes: [] as NonNullable<ProcedureDocument['routes']>,
    }));
    for (let n = 0; n < ROUTES; n += 1) addRoute(documents[n % documents.length], random);
    const graph = buildGraph(documents, { options: {} });
    actions = graph.nodes.filter((node) => node.action).length;
    const goals = documents.flatMap((document) =>
      document.routes.map((route) => graph.idOf.get(`reach:${document.id}/${route.of}`)!),
    );
    const began = performance.now();
    const least = leastTeardown(graph, goals);
    times.push(performance.now() - began);
    if ('stuck' in least || !least.proved) throw new Error('A least teardown was not proved.');
    decided.push(least.taken.size);
  }
  return [
    'vehicle with routes',
    actions,
    `${ROUTES}, up to ${Math.max(...decided)} in play`,
    `${median(times).toFixed(0)} ms`,
    `${Math.max(...times).toFixed(0)} ms`,
    'exact, ≤ 100 ms',
  ];
}

/** Gives a cover or trim two or three ways in, each through earlier ones. */
function addRoute(
  document: ProcedureDocument & { routes: NonNullable<ProcedureDocument['routes']> },
  random: () => number,
): void {
  const trims = document.parts.filter((part) => !['main', 'speaker'].includes(part.id));
  const at = 2 + Math.floor(random() * (trims.length - 2));
  if (trims.length < 4 || document.routes.some((route) => route.of === trims[at].id)) return;
  const earlier = () => trims[Math.floor(random() * at)].id;
  document.routes.push({
    of: trims[at].id,
    anyOf: Array.from({ length: 2 + Math.floor(random() * 2) }, () => [...new Set([earlier(), earlier()])]),
  });
}

function measure({ name, actions, runs, limitSeconds, target }: Case): (string | number)[] {
  const times: number[] = [];
  const gaps: number[] = [];
  const saved: number[] = [];
  const sizes: number[] = [];
  const stepSizes: number[] = [];
  for (let seed = 1; seed <= runs; seed += 1) {
    const random = seeded(seed * 7919 + actions);
    const documents = actions
      ? madeVehicle(actions, random)
      : [
          madeDash(
            { id: 'dash', zone: 'dash-top', side: 'centre', width: 1400, height: 500 },
            41 + (seed % 24),
            random,
          ),
        ];
    const { problem, recorded, actions: size } = problemOf(documents);
    const { solved, ms } = timed(() => solve(problem, recorded, limitSeconds));
    times.push(ms);
    gaps.push((solved.costMs - solved.lowerBoundMs) / solved.costMs);
    saved.push(1 - solved.costMs / priceOrder(problem, recorded).costMs);
    sizes.push(size);
    stepSizes.push(problem.tasks.length);
  }
  const proved = gaps.filter((gap) => gap === 0).length / runs;
  return [
    name,
    range(sizes),
    range(stepSizes),
    `${median(times).toFixed(0)} ms`,
    `${quantile(times, 0.95).toFixed(0)} ms`,
    `${Math.round(proved * 100)} %`,
    `${(Math.max(...gaps) * 100).toFixed(2)} %`,
    `${(median(saved) * 100).toFixed(0)} %`,
    target,
  ];
}

const range = (sizes: number[]) => `${Math.min(...sizes)}–${Math.max(...sizes)}`;

function solve(problem: OrderProblem, recorded: number[], limitSeconds: number): SolvedOrder {
  const end = performance.now() + limitSeconds * 1000;
  return solveOrder(problem, recorded, { shouldStop: () => performance.now() > end });
}

function timed(work: () => SolvedOrder): { solved: SolvedOrder; ms: number } {
  const began = performance.now();
  return { solved: work(), ms: performance.now() - began };
}

/** A problem of about so many actions: a part of a door where a whole one would be too large. */
function smallProblem(actions: number): { problem: OrderProblem; recorded: number[] } {
  const documents = madeVehicle(Math.max(actions, 14), seeded(actions));
  for (let parts = 1; parts <= documents[0].parts.length; parts += 1) {
    const made = problemOf(documents, parts);
    if (made.problem.tasks.length >= actions) return made;
  }
  return problemOf(documents);
}

const MILP_SECONDS = 20;

/** Solves of about a millisecond are timed so often, and the median counts: a single one is mostly the machine's mood. */
const REPEATS = 9;

/** The same optimum from HiGHS on 8–20 actions, and how many times longer that takes. */
async function besideMilp(): Promise<void> {
  const rows: (string | number)[][] = [];
  const ratios: number[] = [];
  for (let actions = 8; actions <= 20; actions += 2) {
    const { problem, recorded } = smallProblem(actions);
    const tries = Array.from({ length: REPEATS }, () => timed(() => solve(problem, recorded, 10)));
    const ours = { solved: tries[0].solved, ms: median(tries.map(({ ms }) => ms)) };
    const solver = await highs();
    const began = performance.now();
    const answer = solver.solve(milpOf(problem), { time_limit: MILP_SECONDS });
    const ms = performance.now() - began;
    const own = problem.tasks.reduce((sum, action) => sum + action.ms, 0);
    const finished = answer.Status === 'Optimal';
    if (finished) ratios.push(ms / ours.ms);
    const same = finished
      ? own + Math.round(answer.ObjectiveValue) === ours.solved.costMs
        ? 'same'
        : 'DIFFERENT'
      : 'not finished';
    rows.push([
      problem.tasks.length,
      `${ours.ms.toFixed(1)} ms`,
      `${ms.toFixed(0)} ms`,
      `${(ms / ours.ms).toFixed(0)} ×`,
      same,
    ]);
  }
  printTable(['actions', 'Pezzo', `HiGHS (≤ ${MILP_SECONDS} s)`, 'ratio', 'optimum'], rows);
  if (ratios.length) process.stdout.write(`median ratio where HiGHS finished: ${median(ratios).toFixed(0)} ×\n`);
}
