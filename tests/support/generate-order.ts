import fc from 'fast-check';
import { DEFAULT_COSTS, type OrderProblem } from '@/core/planning';

const TOOLS = ['hand', 'trim-tool', 'T20', 'hex 7 mm'];

/** Small ordering problems: positions with earlier ones as predecessors, one to three zones on one or two sides. */
export function orderProblems({ maxActions = 9, zones = 3 } = {}): fc.Arbitrary<OrderProblem> {
  const action = fc.record({
    tool: fc.nat(TOOLS.length - 1),
    ms: fc.integer({ min: 1000, max: 20_000 }),
    x: fc.integer({ min: 0, max: 1200 }),
    y: fc.integer({ min: 0, max: 700 }),
    zone: fc.nat(zones - 1),
    part: fc.nat(2),
    before: fc.array(fc.nat(30), { maxLength: 2 }),
  });
  return fc.array(action, { minLength: 1, maxLength: maxActions }).map((rows) => ({
    costs: DEFAULT_COSTS,
    tasks: rows.map((row) => ({
      tool: TOOLS[row.tool],
      ms: row.ms,
      place: {
        procedure: `zone-${row.zone}`,
        side: row.zone < 2 ? 'left' : 'right',
        group: row.zone < 2 ? 'front' : 'rear',
        part: `part-${row.part}`,
        x: row.x,
        y: row.y,
      },
    })),
    before: rows.map((row, at) =>
      at === 0 ? [] : [...new Set(row.before.filter((n) => n % 2 === 0).map((n) => n % at))].sort((a, b) => a - b),
    ),
  }));
}
