import { v7 as uuid } from 'uuid';
import type { JobForm, JobStanding, NewRunForm, RunStanding } from '../contracts';
import { invalid } from '../core/errors';
import { foldRun, graphOf, runPlanOf, viewRun } from '../core/run';
import {
  db, getJob, insertJob, insertRun, insertVehicle, listEventsOfRuns, listJobs, listRunsOfJobs, transaction, type JobRow, type Person, type RunRow,
} from '../data';
import { demand } from './permission';
import { planForRun } from './planning';

const BOARD_LIMIT = 100;

/** Opens a job for a vehicle. Returns its number. */
export async function openJob(by: Person, form: JobForm): Promise<number> {
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
  const runs = await listRunsOfJobs(db, jobs.map((job) => job.number));
  const events = await listEventsOfRuns(db, runs.map((run) => run.id));
  return jobs.map((job) => ({
    job, runs: runs.filter((run) => run.jobNumber === job.number).map((run) => standingOf(run, events.get(run.id)!)),
  }));
}

function standingOf(run: RunRow, events: Parameters<typeof foldRun>[0]): RunStanding {
  const state = foldRun(events);
  const view = viewRun(graphOf(run.plan), run.plan, state);
  const steps = state.phase === 'refit' ? view.refit : view.removal;
  const stage = state.finished ? 'finished' : !state.started ? 'not-started' : state.paused ? 'paused'
    : state.phase === 'remove' ? 'taking-apart' : state.phase === 'fit' ? 'fitting' : 'putting-back';
  return { id: run.id, title: run.title, stage, done: steps.filter((step) => step.state === 'done').length, of: steps.length, holder: state.holder, unverified: (run.plan.unverified ?? []).length > 0 };
}

/** Opens a run on a job: plans, and fixes the plan with the revisions it follows. Returns the run's id. */
export async function openRun(by: Person, form: NewRunForm): Promise<string> {
  demand(by, 'open-job');
  const { view, result } = await planForRun(by, form);
  if (!result.ok) throw invalid('no-plan', result.problems.map((problem) => problem.message).join(' '));
  const { documents, revisions, policy, verification } = view;
  const plan = runPlanOf(result.plan, {
    documents, options: form.options, goals: form.goals, newParts: form.newParts, srsWaitSeconds: policy.srsWaitSeconds, costs: policy.costs, ownKinds: view.ownKinds,
    standardSeconds: result.plan.time.likelySeconds / (policy.history?.pace ?? 1),
    unverified: Object.entries(verification ?? {}).filter(([, one]) => !one.verified).map(([procedure, one]) => ({ procedure, differs: one.differs, unknown: one.unknown })),
  });
  const id = uuid();
  await transaction(async (tx) => {
    const job = await getJob(tx, form.job);
    await insertRun(tx, { id, jobNumber: job.number, title: documents.map((document) => `${document.title}, ${document.side}`).join(' + '), plan, by: by.id, revisions });
  });
  return id;
}
