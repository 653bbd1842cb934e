import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { orderProblems } from '@tests/support/generate-order';
import { DEFAULT_COSTS, wordsFor } from '../graph';
import { BitTable, hasBit, holdsAll } from './bit-table';
import { allBefore, makeBlock, type Block } from './block';
import { BlockSearch } from './block-search';
import { ClassBound, CLASS_EFFORT } from './class-bound';
import { canFollowOf } from './move-bound';
import { followWish, priceOrder, type OrderProblem } from './problem';
import { remainderBoundOf } from './remainder-bound';
import { newTask, pathMs, settle } from './solve-block';
import { splitIntoStations, splitIntoZones } from './split';
import { zoneBoundOf } from './zone-bound';

const everything = (problem: OrderProblem) => problem.tasks.map((_, at) => at);
const WATCH = { shouldStop: () => false, onPass: () => undefined };

/** Cheapest completion after `last` with `done` done, by looking at every order. */
function completionMs(block: Block, done: Set<number>, last: number): number {
  if (done.size === block.size) return 0;
  let best = Infinity;
  for (let next = 0; next < block.size; next += 1) {
    if (
      done.has(next) ||
      ![...Array(block.size).keys()].every(
        (first) => !hasBit(block.before, next * block.words, first) || done.has(first),
      )
    )
      continue;
    best = Math.min(
      best,
      block.transition[last * block.size + next] + completionMs(block, new Set([...done, next]), next),
    );
  }
  return best;
}

const bits = (block: Block, members: Iterable<number>) => {
  const set = new Int32Array(block.words);
  for (const member of members) set[member >>> 5] |= 1 << (member & 31);
  return set;
};

describe('the bounds', () => {
  it('never overestimate what is still to come, in any state that can arise', () => {
    fc.assert(
      fc.property(orderProblems({ maxActions: 6 }), fc.array(fc.nat(10), { maxLength: 6 }), (problem, picks) => {
        const block = makeBlock(problem, everything(problem));
        const { moves, classes } = remainderBoundOf(block);
        const done = new Set<number>();
        let last = -1;
        for (const pick of [0, ...picks]) {
          const open = [...Array(block.size).keys()].filter(
            (member) =>
              !done.has(member) &&
              [...Array(block.size).keys()].every(
                (first) => !hasBit(block.before, member * block.words, first) || done.has(first),
              ),
          );
          if (open.length === 0) break;
          last = open[pick % open.length];
          done.add(last);
          const left = [...Array(block.size).keys()].filter((member) => !done.has(member));
          const into = left.reduce((sum, member) => sum + moves.intoMs[member], 0);
          const paired =
            left.reduce((sum, member) => sum + moves.toMs[member], 0) +
            [...left, last].reduce((sum, member) => sum + moves.fromMs[member], 0);
          const bound = Math.max(into, paired, 0) + classes.remainingMs(bits(block, done), 0, last);
          expect(bound).toBeLessThanOrEqual(completionMs(block, done, last));
        }
      }),
      { numRuns: 400 },
    );
  });

  it('do not take up a tool again that is in the hand when the next zone begins with it', () => {
    const task = (tool: string, zone: number, part: number, x: number, y: number) => ({
      tool,
      ms: 1000,
      place: { procedure: `zone-${zone}`, side: 'left' as const, group: 'front', part: `part-${part}`, x, y },
    });
    const problem: OrderProblem = {
      costs: DEFAULT_COSTS,
      tasks: [
        task('hand', 1, 0, 0, 0),
        task('hand', 0, 1, 694, 0),
        task('T20', 1, 1, 0, 0),
        task('T20', 0, 0, 0, 397),
        task('hand', 1, 0, 0, 0),
      ],
      before: [[], [], [], [], []],
    };
    const block = makeBlock(problem, everything(problem));
    const { moves, classes } = remainderBoundOf(block);
    const into = [1, 2, 3, 4].reduce((sum, member) => sum + moves.intoMs[member], 0);
    expect(into + classes.remainingMs(bits(block, [0]), 0, 0)).toBeLessThanOrEqual(23_000);
    expect(completionMs(block, new Set([0]), 0)).toBe(23_000);
  });

  it('of tool changes alone are exact where nothing moves', () => {
    fc.assert(
      fc.property(orderProblems({ maxActions: 6, zones: 1 }), (problem) => {
        const still = {
          ...problem,
          tasks: problem.tasks.map((action) => ({ ...action, place: { ...action.place, part: null, x: 0, y: 0 } })),
        };
        const block = makeBlock(still, everything(still));
        const classes = new ClassBound(block, 0, block.takeUp, CLASS_EFFORT.searching);
        for (let first = 0; first < block.size; first += 1) {
          if (block.isSource[first])
            expect(classes.remainingMs(bits(block, [first]), 0, first)).toBe(
              completionMs(block, new Set([first]), first),
            );
        }
      }),
      { numRuns: 100 },
    );
  });

  it('stay below the truth when their effort is spent', () => {
    fc.assert(
      fc.property(orderProblems({ maxActions: 6, zones: 1 }), (problem) => {
        const block = makeBlock(problem, everything(problem));
        const tired = new ClassBound(block, 0, block.takeUp, 0);
        const fresh = new ClassBound(block, 0, block.takeUp, CLASS_EFFORT.searching);
        const first = block.isSource.indexOf(true);
        expect(tired.remainingMs(bits(block, [first]), 0, first)).toBeLessThanOrEqual(
          fresh.remainingMs(bits(block, [first]), 0, first),
        );
      }),
    );
  });
});

describe('a block', () => {
  it('numbers its members so that what comes before has the smaller number', () => {
    fc.assert(
      fc.property(orderProblems({ maxActions: 40 }), (problem) => {
        const block = makeBlock(problem, everything(problem));
        const all = allBefore(block);
        for (let member = 0; member < block.size; member += 1) {
          for (let other = member; other < block.size; other += 1)
            expect(hasBit(all, member * block.words, other)).toBe(false);
        }
        expect([...block.members].sort((a, b) => a - b)).toEqual(everything(problem));
      }),
    );
  });

  it('lets a member follow only where nothing forbids it', () => {
    fc.assert(
      fc.property(orderProblems({ maxActions: 12 }), (problem) => {
        const block = makeBlock(problem, everything(problem));
        const can = canFollowOf(block);
        const all = allBefore(block);
        for (let a = 0; a < block.size; a += 1)
          for (let b = 0; b < block.size; b += 1)
            if (can(a, b)) {
              expect(a).not.toBe(b);
              expect(hasBit(all, a * block.words, b)).toBe(false);
            }
      }),
    );
  });

  it('is searched the same with a narrow pass first as with a wide one at once', () => {
    fc.assert(
      fc.property(orderProblems({ maxActions: 10, zones: 1 }), (problem) => {
        const solve = (widths: number[]) => {
          const task = newTask(new BlockSearch(makeBlock(problem, everything(problem))), {
            startMs: () => 0,
            mayEnd: () => true,
            below: Infinity,
          });
          settle([task], { widths, states: 1e6 }, WATCH);
          return task;
        };
        const [stepwise, wide] = [solve([1, 3, 1000]), solve([100_000])];
        expect(stepwise.best.costMs).toBe(wide.best.costMs);
        expect(wide.best.lowerMs).toBe(wide.best.costMs);
        expect(pathMs(wide.search.block, wide.best.sequence!)).toBe(wide.best.costMs);
      }),
      { numRuns: 60 },
    );
  });

  it('begins and ends with the tools it is asked for, or says that it cannot', () => {
    fc.assert(
      fc.property(
        orderProblems({ maxActions: 7, zones: 1 }),
        fc.constantFrom('hand', 'T20', 'trim-tool'),
        fc.constantFrom('hand', 'T20', 'trim-tool'),
        (problem, first, last) => {
          const block = makeBlock(problem, everything(problem));
          const toolAt = (member: number) => block.tools[block.toolOf[member]];
          const task = newTask(new BlockSearch(block), {
            startMs: (member) => (toolAt(member) === first ? 0 : -1),
            mayEnd: (member) => toolAt(member) === last,
            below: Infinity,
          });
          settle([task], { widths: [1000], states: 1e6 }, WATCH);
          const { sequence } = task.best;
          if (!sequence) return;
          expect(toolAt(sequence[0])).toBe(first);
          expect(toolAt(sequence[sequence.length - 1])).toBe(last);
        },
      ),
    );
  });
});

describe('splitting', () => {
  it('keeps every action once, and what waits for one another together', () => {
    fc.assert(
      fc.property(orderProblems({ maxActions: 20 }), (problem) => {
        for (const split of [splitIntoStations(problem), splitIntoZones(problem)]) {
          expect([...split.prologue, ...split.blocks.flat()].sort((a, b) => a - b)).toEqual(everything(problem));
          expect(split.stationOf).toHaveLength(split.blocks.length);
          const blockOf = new Map(
            split.blocks.flatMap((block, at) => block.map((position) => [position, at] as const)),
          );
          problem.before.forEach((list, at) =>
            list.forEach((first) => expect(blockOf.get(first)).toBe(blockOf.get(at))),
          );
        }
      }),
    );
  });

  it('counts no more moves than an order that visits each block once', () => {
    fc.assert(
      fc.property(orderProblems({ maxActions: 15 }), (problem) => {
        const split = splitIntoStations(problem);
        const { costMs } = priceOrder(problem, split.blocks.flat());
        const own = problem.tasks.reduce((sum, action) => sum + action.ms, 0);
        expect(split.movesMs).toBeLessThanOrEqual(costMs - own);
      }),
    );
  });
});

/** The cheapest of all orders, by looking at each. */
function cheapestMs(problem: OrderProblem, sequence: number[] = []): number {
  if (sequence.length === problem.tasks.length) return priceOrder(problem, sequence).costMs;
  const open = everything(problem).filter(
    (at) => !sequence.includes(at) && problem.before[at].every((first) => sequence.includes(first)),
  );
  return Math.min(...open.map((at) => cheapestMs(problem, [...sequence, at])));
}

describe('the bound of zones', () => {
  it('is never above the cheapest order, which may leave a zone and come back', () => {
    fc.assert(
      fc.property(orderProblems({ maxActions: 7 }), fc.constantFrom(6000, 2000, 8000), (made, toolChangeMs) => {
        const problem = { ...made, costs: { ...made.costs, toolChangeMs } };
        const split = splitIntoZones(problem);
        if (!split.isBounded || split.prologue.length) return;
        const { tasks, constantMs } = zoneBoundOf(problem, split, 'hand', { widths: [1000], states: 1e6 });
        settle(tasks, { widths: [1000], states: 1e6 }, WATCH);
        const own = problem.tasks.reduce((sum, { ms }) => sum + ms, 0);
        const sum = tasks.reduce((total, { best }) => total + best.lowerMs, own + split.movesMs + constantMs);
        expect(sum).toBeLessThanOrEqual(cheapestMs(problem));
      }),
      { numRuns: 300 },
    );
  });
});

it('a loop among tasks is an error, not an endless search', () => {
  expect(() => followWish([[1], [0]], [0, 1])).toThrow(/loop/);
});

describe('the bit table', () => {
  it('gives back what was put in, through any growth', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer(), fc.integer(), fc.nat(5)), { maxLength: 300 }), (keys) => {
        const table = new BitTable(2, 2);
        const reference = new Map<string, number>();
        keys.forEach(([a, b, extra], value) => {
          const key = Int32Array.of(a, b);
          const name = `${key[0]} ${key[1]} ${extra}`;
          if (!reference.has(name)) reference.set(name, value);
          table.slot(key, 0, extra, value);
        });
        for (const [a, b, extra] of keys)
          expect(table.get(Int32Array.of(a, b), 0, extra)).toBe(
            reference.get(`${Int32Array.of(a)[0]} ${Int32Array.of(b)[0]} ${extra}`),
          );
        expect(table.size).toBe(reference.size);
        table.clear();
        expect(table.size).toBe(0);
        if (keys.length) expect(table.get(Int32Array.of(keys[0][0], keys[0][1]), 0, keys[0][2])).toBeUndefined();
      }),
    );
  });

  it('reads single members and whole masks', () => {
    expect([0, 1, 32, 33, 64].map(wordsFor)).toEqual([1, 1, 1, 2, 2]);
    const set = Int32Array.of(0b101, 1 << 31);
    expect([0, 1, 2, 63].map((member) => hasBit(set, 0, member))).toEqual([true, false, true, true]);
    expect(holdsAll(set, 0, Int32Array.of(0b100, 0), 0, 2)).toBe(true);
    expect(holdsAll(set, 0, Int32Array.of(0b110, 0), 0, 2)).toBe(false);
  });
});
