import { append } from '../../lists';
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
  /** For each block: going from one task to another within it that costs more than this may make a second visit worthwhile; a bound counts it at this. */
  capsMs: number[];
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
    capsMs: blocks.map(() => (blocks.length > 1 ? Math.max(0, spareMs + dearestToolMs(problem.costs)) : Infinity)),
    movesMs: Math.max(0, blocks.length - 1) * problem.costs.sideMoveMs,
    isBounded: blocks.length <= 1 || spareMs >= 0,
  };
}

/**
 * Splits a large problem into single zones, joined where one waits for another. One visit each need not be best here, but it is nearly so, and a bound holds:
 * a further visit to a zone costs one more move into it, and spares one change of tool and one move inside. Counting what goes on within a zone at no more than
 * that move, no order costs less than the zones' own best orders and the moves between them. A zone that has its station to itself is entered by the longer move.
 */
export function splitIntoZones(problem: OrderProblem): Split {
  const zones = group(problem, (one, at) => `${stationOf(one, at)}|${one.tasks[at].place.procedure}`);
  const stations = new Map<string, number[][]>();
  for (const zone of zones) append(stations, stationOf(problem, zone[0]), zone);
  const lists = [...stations.values()];
  const { zoneMoveMs, sideMoveMs } = problem.costs;
  const nearMs = Math.min(zoneMoveMs, sideMoveMs);
  return {
    prologue: vehicleFirst(problem),
    blocks: lists.flat(),
    stationOf: lists.flatMap((list, at) => list.map(() => at)),
    capsMs: lists.flatMap((list) => list.map((zone) => (isAlone(problem, list, zone) ? sideMoveMs : nearMs))),
    isBounded: nearMs >= dearestToolMs(problem.costs),
    movesMs: Math.max(0, lists.length - 1) * sideMoveMs + (zones.length - lists.length) * nearMs,
  };
}

/** Whether every way into a block is from another station: it is the only one there, and all of it is there. */
const isAlone = (problem: OrderProblem, list: number[][], block: number[]) =>
  list.length === 1 && block.every((at) => stationOf(problem, at) === stationOf(problem, block[0]));

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
