import { heldSeconds, type DayProblem } from './problem';

/** A problem in numbers: jobs with a promise by index, in order of it. */
export interface Board {
  /** Indices into the problem's jobs. */
  jobs: number[];
  due: number[];
  from: number[];
  /** How long each job keeps each person; Infinity where they may not do it. */
  seconds: number[][];
  /** The shortest of them. */
  least: number[];
  /** Which tools each job needs, as indices into `toolFree`. */
  tools: number[][];
  personFree: number[];
  bayFree: number[];
  toolFree: number[][];
  /** People who can take each other's place have the same. */
  alike: number[];
  groups: Group[];
}

/** Jobs that share hands, bays or pieces of a tool, and nothing else may do them. */
interface Group {
  members: Set<number>;
  people: number[] | null;
  tool: number | null;
}

/** Lays a problem out. Jobs without a promise, and those that nobody could do in time, are not on it. */
export function boardOf({ people, bays, tools, jobs }: DayProblem): Board {
  const codes = Object.keys(tools).sort();
  const seconds = (at: number) =>
    people.map((person) =>
      jobs[at].people.includes(person.id) && jobs[at].tools.every((code) => tools[code]?.length !== 0)
        ? heldSeconds(jobs[at], person)
        : Infinity,
    );
  const promised = jobs
    .map((job, at) => ({ at, due: job.due, from: job.from, seconds: seconds(at) }))
    .filter(
      (job): job is typeof job & { due: number } =>
        job.due !== null &&
        people.some((person, n) => Math.max(job.from, person.freeFrom) + job.seconds[n] <= job.due!),
    )
    .sort((a, b) => a.due - b.due || a.at - b.at);
  const board: Board = {
    jobs: promised.map(({ at }) => at),
    due: promised.map(({ due }) => due),
    from: promised.map(({ from }) => from),
    seconds: promised.map((one) => one.seconds),
    least: promised.map((one) => Math.min(...one.seconds)),
    tools: promised.map(({ at }) => jobs[at].tools.map((code) => codes.indexOf(code)).filter((code) => code >= 0)),
    personFree: people.map(({ freeFrom }) => freeFrom),
    bayFree: [...bays],
    toolFree: codes.map((code) => [...tools[code]]),
    alike: [],
    groups: [],
  };
  const columns = people.map((_, person) => board.seconds.map((row) => row[person]).join());
  board.alike = columns.map((column) => columns.indexOf(column));
  board.groups = groupsOf(board);
  return board;
}

function groupsOf(board: Board): Group[] {
  const all = board.jobs.map((_, job) => job);
  const whoMay = all.map((job) => board.personFree.flatMap((_, p) => (board.seconds[job][p] < Infinity ? [p] : [])));
  const sets = new Map(whoMay.map((people) => [people.join(), people]));
  const byPeople = [...sets.values()].map((people) => ({
    members: new Set(all.filter((job) => whoMay[job].every((one) => people.includes(one)))),
    people,
    tool: null,
  }));
  const byTool = board.toolFree.map((_, tool) => ({
    members: new Set(all.filter((job) => board.tools[job].includes(tool))),
    people: null,
    tool,
  }));
  const everything = { members: new Set(all), people: null, tool: null };
  return [everything, ...byPeople, ...byTool].filter(({ members }) => members.size > 0);
}
