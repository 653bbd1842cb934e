import { orderDay, type DayProblem } from '../src/core/shop';
import { printTable, quantile } from './support/measure';
import { seeded } from './support/seeded';

const [PEOPLE, JOBS, DAYS] = [8, 30, 30];
const DAY_SECONDS = 9.5 * 3600;

/** Days of 8 people and 30 jobs, from easily kept to far too full: how long an order takes, and how often it is proved best. */
export async function main(): Promise<void> {
  const rows = [0.6, 0.8, 1, 1.2, 1.5].map((load) => {
    const random = seeded(Math.round(load * 100));
    const looked = Array.from({ length: DAYS }, () => {
      const problem = madeDay(load, random);
      const from = performance.now();
      const { kept, most } = orderDay(problem);
      return {
        ms: performance.now() - from,
        kept,
        gap: most - kept,
        of: problem.jobs.filter((one) => one.due !== null).length,
      };
    });
    const ms = looked.map((one) => one.ms);
    const sum = (pick: (one: (typeof looked)[number]) => number) => looked.reduce((all, one) => all + pick(one), 0);
    return [
      `${Math.round(load * 100)} %`,
      `${Math.round(quantile(ms, 0.5))} ms`,
      `${Math.round(quantile(ms, 0.95))} ms`,
      `${Math.round(Math.max(...ms))} ms`,
      `${sum((one) => one.kept)} of ${sum((one) => one.of)}`,
      `${looked.filter((one) => one.gap === 0).length} of ${DAYS}`,
      Math.max(...looked.map((one) => one.gap)),
    ];
  });
  process.stdout.write(`${PEOPLE} people, ${JOBS} jobs, ${DAYS} days each; target: 1 s\n`);
  printTable(['hands taken', 'median', 'p95', 'most', 'promises kept', 'proved best', 'widest gap'], rows);
}

/** A day whose work fills everybody's hours to a share; a fifth of the parts come later, a fifth needs the one rivet tool, the last one is a trainee. */
function madeDay(load: number, random: () => number): DayProblem {
  const people = Array.from({ length: PEOPLE }, (_, n) => ({
    id: `p${n}`,
    freeFrom: random() < 0.5 ? 0 : Math.floor(random() * 5400),
    pace: n === PEOPLE - 1 ? 1.3 : 1,
  }));
  const mean = (load * PEOPLE * DAY_SECONDS) / JOBS;
  const jobs = Array.from({ length: JOBS }, (_, n) => {
    const safeSeconds = Math.floor(mean * (0.4 + 1.2 * random()));
    const from = random() < 0.2 ? Math.floor(random() * DAY_SECONDS * 0.5) : 0;
    return {
      id: `j${n}`,
      likelySeconds: safeSeconds * 0.75,
      safeSeconds,
      from,
      due: random() < 0.8 ? from + Math.floor(safeSeconds * 1.05 + random() * DAY_SECONDS * 0.9) : null,
      people: people.map(({ id }) => id).filter((_, at) => at < PEOPLE - 1 || random() < 0.6),
      tools: random() < 0.2 ? ['rivet-tool'] : [],
    };
  });
  return { people, bays: new Array<number>(PEOPLE - 1).fill(0), tools: { 'rivet-tool': [0] }, jobs };
}
