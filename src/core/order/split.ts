import { append } from '../lists';
import { dearestToolMs } from '../graph';
import { followWish, type OrderProblem } from './problem';

/** A job taken apart into blocks that are visited one after another. */
export interface Split {
  /** Work on the vehicle as a whole (the battery), which comes first, in order. */
  prologue: number[];
  /** Positions of each block; blocks of one station (a place to stand) stand together. */
  blocks: number[][];
  /** For each block its station, counted from 0. */
  stationOf: number[];
  /** Going from one task to another within a block that costs more than this may make a second visit worthwhile; a bound counts it at this. */
  capMs: number;
  /** Moves between blocks that any order needs at least, in all. */
  movesMs: number;
  /** False where the costs are such that nothing can be proved about second visits, whatever the moves. */
  isBounded: boolean;
}

/**
 * Splits a problem into stations: the zones that lie within reach of one place to stand (a door and its neighbours), joined where one waits for another. A
 * second visit to a block costs at least one more move between blocks and saves at most three tool changes and one move inside: visiting each
 * block once is provably best while `sideMove ≥ 3 · dearest tool change + longest move inside`.
 */
export function splitIntoStations(problem: OrderProblem): Split {
  const blocks = group(problem, stationOf);
  const spareMs = problem.costs.sideMoveMs - 3 * dearestToolMs(problem.costs);
  return {
    prologue: vehicleFirst(problem),
    blocks,
    stationOf: blocks.map((_, at) => at),
    capMs: blocks.length > 1 ? Math.max(0, spareMs + dearestToolMs(problem.costs)) : Infinity,
    movesMs: Math.max(0, blocks.length - 1) * problem.costs.sideMoveMs,
    isBounded: blocks.length <= 1 || spareMs >= 0,
  };
}

/**
 * Splits a large problem into single zones, joined where one waits for another. One visit each need not be best here, but it is nearly so, and a bound holds:
 * a further visit to a zone costs one more move and spares one change of tool and one move inside, so no order costs less than the zones' own
 * best orders and the moves between them while `zoneMove ≥ dearest tool change + longest move inside`.
 */
export function splitIntoZones(problem: OrderProblem): Split {
  const blocks = group(problem, (one, at) => `${stationOf(one, at)}|${one.tasks[at].place.procedure}`);
  const stations = [...new Set(blocks.map((block) => stationOf(problem, block[0])))];
  const { zoneMoveMs, sideMoveMs } = problem.costs;
  const spareMs = Math.min(zoneMoveMs, sideMoveMs) - dearestToolMs(problem.costs);
  return {
    prologue: vehicleFirst(problem),
    blocks: stations.flatMap((key) => blocks.filter((block) => stationOf(problem, block[0]) === key)),
    stationOf: stations.flatMap((key, at) =>
      blocks.filter((block) => stationOf(problem, block[0]) === key).map(() => at),
    ),
    capMs: Math.max(0, spareMs + dearestToolMs(problem.costs)),
    isBounded: spareMs >= 0,
    movesMs:
      Math.max(0, stations.length - 1) * sideMoveMs +
      (blocks.length - stations.length) * Math.min(zoneMoveMs, sideMoveMs),
  };
}

const stationOf = (problem: OrderProblem, at: number) =>
  `${problem.tasks[at].place.side}|${problem.tasks[at].place.group}`;

/** Positions of the work on the vehicle as a whole that waits for no other work, each after what it waits for. */
export function vehicleFirst(problem: OrderProblem): number[] {
  const own = new Set(problem.tasks.flatMap(({ place }, at) => (place.procedure === null ? [at] : [])));
  for (let left = -1; left !== own.size;) {
    left = own.size;
    for (const at of own) if (!problem.before[at].every((need) => own.has(need))) own.delete(at);
  }
  const list = [...own];
  const before = list.map((at) => problem.before[at].map((need) => list.indexOf(need)));
  return followWish(before, [...list.keys()]).map((at) => list[at]);
}

/** Positions by key, with keys joined where one waits for another; in the order of their first positions. */
function group(problem: OrderProblem, keyOf: (problem: OrderProblem, at: number) => string): number[][] {
  const root = new Map<string, string>();
  const find = (key: string): string => {
    let at = key;
    while (root.has(at)) at = root.get(at)!;
    return at;
  };
  const prologue = new Set(vehicleFirst(problem));
  const positions = [...problem.tasks.keys()].filter((at) => !prologue.has(at));
  for (const at of positions) {
    for (const before of problem.before[at]) {
      if (prologue.has(before)) continue;
      const [a, b] = [find(keyOf(problem, before)), find(keyOf(problem, at))];
      if (a !== b) root.set(a, b);
    }
  }
  const groups = new Map<string, number[]>();
  for (const at of positions) append(groups, find(keyOf(problem, at)), at);
  return [...groups.values()];
}
