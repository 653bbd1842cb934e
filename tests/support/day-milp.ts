import { boardOf } from '@/core/shop/desk/day/board';
import type { DayProblem } from '@/core/shop/desk/day';

/**
 * The most promises as a mixed-integer programme in CPLEX LP format, with time of its own for each job and an order for each pair of jobs that would be in
 * each other's way (Manne, On the job-shop scheduling problem, Operations Research 8, 1960). Bays are hands like people.
 */
export function dayMilp(problem: DayProblem): string {
  const { seconds, due, from, tools, personFree, bayFree, toolFree, jobs } = boardOf(problem);
  const all = jobs.map((_, job) => job);
  const big =
    Math.max(...due, ...personFree, ...bayFree, ...from, 0) +
    Math.max(...seconds.flat().filter(Number.isFinite), 0) +
    1;
  const rows: string[] = [];
  const binaries = new Set<string>(all.map((j) => `k${j}`));
  /** Machines of one kind: a kept job is on exactly one of them. */
  const machines = (
    kind: string,
    free: readonly number[],
    members: number[],
    may: (j: number, m: number) => boolean,
  ) => {
    for (const j of members) {
      const on = free.flatMap((_, m) => (may(j, m) ? [`${kind}${j}_${m}`] : []));
      on.forEach((name) => binaries.add(name));
      rows.push(on.length ? `${on.join(' + ')} - k${j} = 0` : `k${j} = 0`);
      free.forEach((at, m) => {
        if (may(j, m) && at > 0) rows.push(`s${j} - ${at} ${kind}${j}_${m} >= 0`);
      });
    }
    for (const i of members)
      for (const j of members.filter((other) => other > i))
        free.forEach((_, m) => {
          if (!may(i, m) || !may(j, m)) return;
          binaries.add(`y${i}_${j}`);
          const [a, b, y] = [`${kind}${i}_${m}`, `${kind}${j}_${m}`, `y${i}_${j}`];
          // Both on m: i ends before j begins (y = 1), or the other way round.
          rows.push(`s${j} - s${i} - d${i} - ${big} ${y} - ${big} ${a} - ${big} ${b} >= ${-3 * big}`);
          rows.push(`s${i} - s${j} - d${j} + ${big} ${y} - ${big} ${a} - ${big} ${b} >= ${-2 * big}`);
        });
  };
  machines('p', personFree, all, (j, m) => Number.isFinite(seconds[j][m]));
  machines('b', bayFree, all, () => true);
  toolFree.forEach((free, t) =>
    machines(
      `t${t}x`,
      free,
      all.filter((j) => tools[j].includes(t)),
      () => true,
    ),
  );
  for (const j of all) {
    const lasts = personFree.flatMap((_, m) =>
      Number.isFinite(seconds[j][m]) ? [`- ${seconds[j][m]} p${j}_${m}`] : [],
    );
    rows.push(`d${j} ${lasts.join(' ')} = 0`);
    rows.push(`s${j} - ${from[j]} k${j} >= 0`);
    rows.push(`s${j} + d${j} + ${big} k${j} <= ${due[j] + big}`);
  }
  return [
    'Maximize',
    ` kept: ${all.map((j) => `k${j}`).join(' + ')}`,
    'Subject To',
    ...rows.map((row, at) => ` r${at}: ${row}`),
    'Binary',
    ` ${[...binaries].join(' ')}`,
    'End',
  ].join('\n');
}
