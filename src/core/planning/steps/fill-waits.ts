import { readStepKey, stepKey, type ActionGraph } from '../graph';
import type { HandStep } from './step';

/** The most steps of which every order is tried so that as little as possible is waited. */
const MOST_TRIED = 8;

/** Steps of work that dries, in an order in which others fill the waits, with the waits that are left. */
export interface Filled {
  steps: HandStep[];
  /** What is waited in all, milliseconds. */
  waitedMs: number;
  /** Work that is still drying when the last step is done, by key of its wait, with the milliseconds it has left. */
  left: ReadonlyMap<string, number>;
}

/** One order as far as it goes: positions in order, each with what is waited before it. */
interface Tried {
  order: { at: number; waitMs: number }[];
  endMs: number;
  /** When each step's work has dried. */
  dryAt: ReadonlyMap<number, number>;
}

/**
 * Puts waits where something has to dry before the next can be done and nothing else can be done meanwhile. The order is kept as far as it can be; of up to eight steps the one with the least
 * waiting is found by trying all, of more, each time the first that can go on at once.
 * @param before direct precedence, by position.
 */
export function fillWaits(
  graph: ActionGraph,
  steps: readonly HandStep[],
  before: readonly (readonly number[])[],
): Filled {
  const dries = steps.map(({ actions }) => longestDry(graph, actions));
  const empty: Tried = { order: [], endMs: 0, dryAt: new Map() };
  if (dries.every((dry) => dry === null)) return { steps: [...steps], waitedMs: 0, left: new Map() };
  const go = (tried: Tried, at: number): Tried => {
    const ready = Math.max(tried.endMs, ...before[at].map((need) => tried.dryAt.get(need)!));
    const endMs = ready + steps[at].ms;
    const dryAt = new Map(tried.dryAt).set(at, endMs + (dries[at]?.ms ?? 0));
    return { order: [...tried.order, { at, waitMs: ready - tried.endMs }], endMs, dryAt };
  };
  const open = ({ dryAt }: Tried) =>
    [...steps.keys()].filter((at) => !dryAt.has(at) && before[at].every((need) => dryAt.has(need)));
  const found =
    steps.length <= MOST_TRIED ? leastWaiting(empty, steps.length, go, open) : firstThatCan(empty, go, open);
  const made = found.order.flatMap(({ at, waitMs }) => {
    const waited = waitMs > 0 ? lastToDry(before[at], found.dryAt, dries) : null;
    return [...(waited ? [waitStep(graph, waited, waitMs)] : []), steps[at]];
  });
  const left = [...found.dryAt].flatMap(([at, dryAt]) =>
    dries[at] && dryAt > found.endMs ? [[dries[at].key, dryAt - found.endMs] as const] : [],
  );
  return { steps: made, waitedMs: found.order.reduce((sum, { waitMs }) => sum + waitMs, 0), left: new Map(left) };
}

/** The order that ends first; of equals the one nearest to the steps as they stand. */
function leastWaiting(
  empty: Tried,
  size: number,
  go: (tried: Tried, at: number) => Tried,
  open: (tried: Tried) => number[],
): Tried {
  let best: Tried | null = null;
  const search = (tried: Tried): void => {
    if (best && tried.endMs >= best.endMs) return;
    if (tried.order.length === size) best = tried;
    else for (const at of open(tried)) search(go(tried, at));
  };
  search(empty);
  return best!;
}

/** Each time the first step that can go on at once, else the one that can soonest. */
function firstThatCan(empty: Tried, go: (tried: Tried, at: number) => Tried, open: (tried: Tried) => number[]): Tried {
  let tried = empty;
  for (let next = open(tried); next.length; next = open(tried)) {
    const all = next.map((at) => go(tried, at));
    const waits = all.map(({ order }) => order.at(-1)!.waitMs);
    tried = all[waits.indexOf(Math.min(...waits))];
  }
  return tried;
}

interface Dry {
  key: string;
  ms: number;
}

/** The longest drying among the actions of a step; null where none of it dries. */
function longestDry(graph: ActionGraph, actions: readonly string[]): Dry | null {
  const all = actions.flatMap((key) => {
    const ref = readStepKey(key);
    const wait = ref?.type === 'work' ? graph.dries.get(stepKey({ ...ref, type: 'dry' })) : undefined;
    return wait ? [{ key: wait.key, ms: wait.ms }] : [];
  });
  return all.reduce<Dry | null>((longest, one) => (longest && longest.ms >= one.ms ? longest : one), null);
}

const lastToDry = (needs: readonly number[], dryAt: ReadonlyMap<number, number>, dries: readonly (Dry | null)[]) =>
  dries[needs.reduce((last, need) => (dryAt.get(need)! > dryAt.get(last)! ? need : last))]?.key ?? null;

/** Waiting as a step of its own. */
export function waitStep(graph: ActionGraph, key: string, ms: number): HandStep {
  const { procedure, place } = graph.dries.get(key)!;
  return { key: `work=${key}`, kind: 'work', procedure, part: null, actions: [key], tool: 'hand', ms, place };
}
