import type { JobStanding, RunStanding, VisitStanding } from '../contracts/views';
import type { RunPlan } from '../core/telling';
import {
  currentSteps,
  isOver,
  recordedTooEarly,
  timeLeft,
  type RunEvent,
  foldVisit,
  type VisitEvent,
} from '../core/bay';
import {
  dbOf,
  getJob,
  listEventsAfter,
  listJobs,
  listJobsOnBoard,
  listOpenFlags,
  listPositions,
  listRunHeads,
  listRunPlans,
  type Branch,
  type JobRow,
  type KeptEvent,
  type RunHead,
} from '../data';
import { lookAt } from './run-view';
import { linesOf } from './visit-lines';

/** Jobs to choose from. */
const CHOICES = 100;
/** Vehicles that are here, and given back, on the board at most. */
const ON_BOARD = { open: 300, closed: 30 };

/** Jobs whose vehicle is here, and those given back last, with where each of their runs stands, newest first. */
export const jobBoard = async (branch: Branch): Promise<JobStanding[]> =>
  withStandings(branch, await listJobsOnBoard(dbOf(branch), branch, ON_BOARD));

/** One job with its runs. Throws not-found. */
export const viewJob = async (branch: Branch, number: number): Promise<JobStanding> =>
  (await withStandings(branch, [await getJob(dbOf(branch), branch, number)]))[0];

/** Jobs to choose from, newest first, without a look at their logs. */
export const listJobChoices = (branch: Branch): Promise<JobRow[]> => listJobs(dbOf(branch), branch, CHOICES);

/** What this process remembers of a log between two looks: its events so far, and what they amounted to. */
interface Remembered<E, S> {
  /** What else the standing depends on besides the events. */
  mark: string;
  position: number;
  events: E[];
  standing: S;
}

/** Logs and plans remembered at most; beyond that the oldest are looked at anew when they are asked for. */
const MOST_REMEMBERED = 500;

/** Folds of logs that are worked out again only for those with news. */
class Standings<E extends KeptEvent, S> {
  private readonly kept = new Map<string, Remembered<E, S>>();

  /** The standing of each log; `make` is asked only for logs with news or another mark. */
  async of(
    branch: Branch,
    logs: { log: string; mark: string }[],
    positions: ReadonlyMap<string, number>,
    make: (log: string, events: E[]) => S,
  ): Promise<Map<string, S>> {
    const db = dbOf(branch);
    const behind = logs.filter(({ log, mark }) => {
      const kept = this.kept.get(log);
      return !kept || kept.mark !== mark || kept.position < (positions.get(log) ?? 0);
    });
    // What is remembered is taken before the question: another look may be under way meanwhile.
    const bases = new Map(behind.map(({ log, mark }) => [log, this.base(log, mark)]));
    const asked = behind.map(({ log }) => ({ log, after: bases.get(log)?.position ?? 0 }));
    const news = asked.length ? await listEventsAfter<E>(db, asked) : new Map<string, E[]>();
    for (const { log, mark } of behind) {
      const known = bases.get(log)?.events ?? [];
      const ids = new Set(known.map(({ id }) => id));
      const events = [...known, ...(news.get(log) ?? []).filter(({ id }) => !ids.has(id))];
      this.kept.delete(log);
      this.kept.set(log, { mark, position: positions.get(log) ?? 0, events, standing: make(log, events) });
    }
    const standings = new Map(logs.map(({ log }) => [log, this.kept.get(log)!.standing]));
    for (const log of this.kept.keys()) {
      if (this.kept.size <= MOST_REMEMBERED) break;
      this.kept.delete(log);
    }
    return standings;
  }

  /** What is remembered of a log under the same mark: another one may mean that its events were changed (data taken out). */
  private base(log: string, mark: string): Remembered<E, S> | undefined {
    const kept = this.kept.get(log);
    return kept?.mark === mark ? kept : undefined;
  }
}

const runStandings = new Standings<RunEvent, RunStanding>();
const visitStandings = new Standings<VisitEvent, VisitStanding>();

/** Plans never change once their run is opened. */
const plans = new Map<string, RunPlan>();

async function plansOf(branch: Branch, runs: RunHead[]): Promise<ReadonlyMap<string, RunPlan>> {
  const db = dbOf(branch);
  const missing = runs.map(({ id }) => id).filter((id) => !plans.has(id));
  const read = missing.length ? await listRunPlans(db, missing) : new Map<string, RunPlan>();
  const all = new Map(runs.map(({ id }) => [id, plans.get(id) ?? read.get(id)!]));
  for (const [id, plan] of read) plans.set(id, plan);
  for (const id of plans.keys()) {
    if (plans.size <= MOST_REMEMBERED) break;
    plans.delete(id);
  }
  return all;
}

/** Where jobs stand. A log without news since the last look costs nothing but the question whether it has any. */
async function withStandings(branch: Branch, jobs: JobRow[]): Promise<JobStanding[]> {
  const db = dbOf(branch);
  const numbers = jobs.map(({ number }) => number);
  const [runs, flags] = await Promise.all([listRunHeads(db, numbers), listOpenFlags(db, numbers)]);
  const open = runs.filter(({ finishedAt }) => !finishedAt);
  const logs = [...jobs.map(({ visit }) => visit), ...open.map(({ id }) => id)];
  const [positions, planOf] = await Promise.all([listPositions(db, logs), plansOf(branch, runs)]);
  const headOf = new Map(runs.map((run) => [run.id, run]));
  const ownRuns = new Map(jobs.map(({ visit, number }) => [visit, runs.filter((run) => run.jobNumber === number)]));
  const [runNow, visitNow] = await Promise.all([
    runStandings.of(
      branch,
      open.map(({ id }) => ({ log: id, mark: '' })),
      positions,
      (log, events) => standingOf(headOf.get(log)!, planOf.get(log)!, events),
    ),
    visitStandings.of(
      branch,
      jobs.map(({ visit, redactedAt }) => ({
        log: visit,
        mark: [redactedAt?.getTime(), ...ownRuns.get(visit)!.map(({ id }) => id)].join(),
      })),
      positions,
      (log, events) =>
        visitStanding(
          ownRuns.get(log)!.map(({ id }) => ({ plan: planOf.get(id)! })),
          events,
        ),
    ),
  ]);
  return jobs.map((job) => ({
    job,
    runs: ownRuns.get(job.visit)!.map((run) => runNow.get(run.id) ?? finishedStanding(run, planOf.get(run.id)!)),
    visit: visitNow.get(job.visit)!,
    flags: flags.filter((flag) => flag.jobNumber === job.number).length,
  }));
}

const isUnverified = (plan: RunPlan) => (plan.unverified ?? []).length > 0;

/** A finished run needs no look at its events: everything is accounted for. */
const finishedStanding = ({ id, title }: RunHead, plan: RunPlan): RunStanding => ({
  id,
  title,
  stage: 'finished',
  done: 0,
  of: 0,
  holder: null,
  likelySeconds: 0,
  waitSeconds: 0,
  safeSeconds: 0,
  waits: [],
  unverified: isUnverified(plan),
  tools: [],
  hasSrs: false,
  takesTwo: false,
});

function standingOf({ id, title }: RunHead, plan: RunPlan, events: RunEvent[]): RunStanding {
  const { state, view, basis } = lookAt(plan, events);
  const steps = currentSteps(state, view);
  const done = steps.filter(isOver).length;
  const failed = [...state.tests.values()].some(
    ({ gate, result }) => result === 'fail' && !state.gates.get(gate)?.reason,
  );
  const waits = [
    ...(state.paused && state.pauseReason ? [state.pauseReason] : []),
    ...(failed ? ['a failed test: mend it, or a lead decides'] : []),
    ...(recordedTooEarly(state).length ? ['a step recorded too early: a lead looks at it'] : []),
    ...(state.questions.length ? ['a question about broken or lost pieces'] : []),
  ];
  return {
    id,
    title,
    stage: stageOf(state, done < steps.length),
    done,
    of: steps.length,
    holder: state.holder,
    waits,
    ...timeLeft(basis.plan, state, view),
    unverified: isUnverified(plan),
    tools: plan.tools.map(({ tool }) => tool),
    hasSrs: plan.cautions.some(({ code }) => code === 'srs'),
    takesTwo: (plan.secondHandsSeconds ?? 0) > 0,
    waitSeconds: state.finished ? 0 : (plan.waitSeconds ?? 0),
  };
}

function stageOf(
  { started, paused, phase }: ReturnType<typeof lookAt>['state'],
  hasMore: boolean,
): RunStanding['stage'] {
  if (!started) return 'not-started';
  if (paused) return 'paused';
  if (phase === 'remove') return 'taking-apart';
  if (phase === 'fit') return 'fitting';
  return hasMore ? 'putting-back' : 'to-close';
}

function visitStanding(runs: { plan: RunPlan }[], events: VisitEvent[]): VisitStanding {
  const state = foldVisit(events);
  const lines = linesOf(runs, state);
  const answered = (walk: 'arrival' | 'departure') => [...state.lines.values()].filter((line) => line[walk]).length;
  return {
    checked: answered('arrival'),
    of: Math.max(lines.length, state.lines.size),
    signed: !!state.signatures.arrival,
    repeated: answered('departure'),
    closed: state.closed,
    closedAt: state.closedAt,
    waits: state.waits,
  };
}
