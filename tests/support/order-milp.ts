import { transitionMs, type OrderProblem } from '@/core/planning';

/**
 * The order as a mixed-integer programme in CPLEX LP format: a binary for each step from action to action, and one for each pair telling which comes
 * first, with transitivity (Sarin, Sherali, Bhootra, Operations Research Letters 33, 2005). Own times are left out.
 */
export function milpOf(problem: OrderProblem): string {
  const all = problem.tasks.map((_, at) => at);
  const n = all.length;
  const pairs = all.flatMap((i) => all.filter((j) => j !== i).map((j) => [i, j]));
  const cost = [
    ...all.map((j) => `${transitionMs(problem, null, j)} s${j}`),
    ...pairs.map(([i, j]) => `${transitionMs(problem, i, j)} x${i}_${j}`),
  ];
  const sum = (names: string[]) => names.join(' + ');
  const rows = [
    `${sum(all.map((j) => `s${j}`))} = 1`,
    `${sum(pairs.map(([i, j]) => `x${i}_${j}`))} = ${n - 1}`,
    ...all.map((j) => `${sum([`s${j}`, ...all.filter((i) => i !== j).map((i) => `x${i}_${j}`)])} = 1`),
    ...all.map((i) => `${sum(all.filter((j) => j !== i).map((j) => `x${i}_${j}`))} <= 1`),
    ...pairs.map(([i, j]) => `x${i}_${j} - y${i}_${j} <= 0`),
    ...pairs.filter(([i, j]) => i < j).map(([i, j]) => `y${i}_${j} + y${j}_${i} = 1`),
    ...pairs.flatMap(([i, j]) =>
      all.filter((k) => k > i && k > j && i !== j).map((k) => `y${i}_${j} + y${j}_${k} + y${k}_${i} <= 2`),
    ),
    ...all.flatMap((i) => all.filter((j) => j !== i).map((j) => `y${j}_${i} + s${i} <= 1`)),
    ...problem.before.flatMap((list, j) => list.map((i) => `y${i}_${j} = 1`)),
  ];
  const binaries = [...all.map((j) => `s${j}`), ...pairs.flatMap(([i, j]) => [`x${i}_${j}`, `y${i}_${j}`])];
  return [
    'Minimize',
    ` cost: ${sum(cost)}`,
    'Subject To',
    ...rows.map((row, at) => ` r${at}: ${row}`),
    'Binary',
    ` ${binaries.join(' ')}`,
    'End',
  ].join('\n');
}
