import { v7 as uuid } from 'uuid';
import type { JobForm, NewRunForm } from '../contracts/schemas';
import type { JobStanding, RunStanding, VisitStanding } from '../contracts/views';
import { conflict, invalid } from '../core/errors';
import { currentSteps, isOver, timeLeft, type RunEvent } from '../core/run';
import { runPlanOf } from '../core/plan';
import { foldVisit, type VisitEvent } from '../core/visit';
import {
  db,
  getJob,
  insertJob,
  insertRun,
  insertVehicle,
  listEventsOf,
  listJobs,
  listOpenFlags,
  listRunsOfJobs,
  lockLog,
  transaction,
  type JobRow,
  type Actor,
  type RunRow,
} from '../data';
import { demand } from './permission';
import { experienceFor, planForRun } from './planning';
import { lookAt } from './runs';
import { linesOf } from './visits';

const BOARD_LIMIT = 100;

/** Opens a job for a vehicle. Returns its number. */
export async function openJob(by: Actor, form: JobForm): Promise<number> {
  demand(by, 'open-job');
  return transaction(async (tx) => {
    const vehicleId = await insertVehicle(tx, { ...form, year: form.year ?? undefined, body: form.body || undefined });
    return insertJob(tx, { title: form.title, customer: form.customer, vehicleId, by: by.id });
  });
}

/** Jobs with where each of their runs stands, newest first. */
export async function jobBoard(): Promise<JobStanding[]> {
  return withStandings(await listJobs(db, BOARD_LIMIT));
}

/** One job with its runs. Throws not-found. */
export async function viewJob(number: number): Promise<JobStanding> {
  return (await withStandings([await getJob(db, number)]))[0];
}

async function withStandings(jobs: JobRow[]): Promise<JobStanding[]> {
  const numbers = jobs.map((job) => job.number);
  const [runs, flags] = await Promise.all([listRunsOfJobs(db, numbers), listOpenFlags(db, numbers)]);
  const [logs, visits] = await Promise.all([
    listEventsOf<RunEvent>(
      db,
      runs.filter((run) => !run.finishedAt).map((run) => run.id),
    ),
    listEventsOf<VisitEvent>(
      db,
      jobs.map((job) => job.visit),
    ),
  ]);
  return jobs.map((job) => {
    const own = runs.filter((run) => run.jobNumber === job.number);
    return {
      job,
      runs: own.map((run) => (run.finishedAt ? finishedStanding(run) : standingOf(run, logs.get(run.id)!))),
      visit: visitStanding(own, visits.get(job.visit)!),
      flags: flags.filter((flag) => flag.jobNumber === job.number).length,
    };
  });
}

/** A finished run needs no look at its events: everything is accounted for. */
const finishedStanding = (run: RunRow): RunStanding => ({
  id: run.id,
  title: run.title,
  stage: 'finished',
  done: 0,
  of: 0,
  holder: null,
  likelySeconds: 0,
  safeSeconds: 0,
  waits: [],
  unverified: (run.plan.unverified ?? []).length > 0,
});

function standingOf(run: RunRow, events: RunEvent[]): RunStanding {
  const { state, view, basis } = lookAt(run.plan, events);
  const steps = currentSteps(state, view);
  const done = steps.filter(isOver).length;
  const stage = !state.started
    ? 'not-started'
    : state.paused
      ? 'paused'
      : state.phase === 'remove'
        ? 'taking-apart'
        : state.phase === 'fit'
          ? 'fitting'
          : done < steps.length
            ? 'putting-back'
            : 'to-close';
  const failed = [...state.tests.values()].some(
    ({ gate, result }) => result === 'fail' && !state.gates.get(gate)?.reason,
  );
  const waits = [
    ...(state.paused && state.pauseReason ? [state.pauseReason] : []),
    ...(failed ? ['a failed test: mend it, or a lead decides'] : []),
    ...(state.questions.length ? ['a question about broken or lost pieces'] : []),
  ];
  return {
    id: run.id,
    title: run.title,
    stage,
    done,
    of: steps.length,
    holder: state.holder,
    waits,
    ...timeLeft(basis.plan, state, view),
    unverified: (run.plan.unverified ?? []).length > 0,
  };
}

function visitStanding(runs: RunRow[], events: VisitEvent[]): VisitStanding {
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

/** Opens a run on a job: plans, and fixes the plan with the revisions it follows. Returns the run's id. */
export async function openRun(by: Actor, form: NewRunForm): Promise<string> {
  demand(by, 'open-job');
  const { view, result } = await planForRun(by, form);
  if (!result.ok) throw invalid('no-plan', result.problems.map((problem) => problem.message).join(' '));
  const { documents, revisions, policy, verification } = view;
  const experience = await experienceFor(documents);
  const plan = runPlanOf(result.plan, {
    ...experience,
    pace: policy.history?.pace ?? 1,
    documents,
    options: form.options,
    goals: form.goals,
    newParts: form.newParts,
    srsWaitSeconds: policy.srsWaitSeconds,
    costs: policy.costs,
    ownKinds: view.ownKinds,
    standardSeconds: result.plan.time.likelySeconds / (policy.history?.pace ?? 1),
    unverified: Object.entries(verification ?? {})
      .filter(([, one]) => !one.verified)
      .map(([procedure, one]) => ({ procedure, differs: one.differs, unknown: one.unknown })),
  });
  const id = uuid();
  await transaction(async (tx) => {
    const job = await getJob(tx, form.job);
    if ((await lockLog(tx, job.visit)).isClosed)
      throw conflict('given-back', 'This vehicle was given back. Open a new job for it.');
    await insertRun(tx, {
      id,
      jobNumber: job.number,
      title: documents.map((document) => `${document.title}, ${document.side}`).join(' + '),
      plan,
      by: by.id,
      revisions,
    });
  });
  return id;
}
