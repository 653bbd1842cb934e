import { v7 as uuid } from 'uuid';
import type { JobForm, NewRunForm } from '../contracts/schemas';
import type { FormerJobView } from '../contracts/views';
import { conflict, invalid } from '../core/errors';
import { indexItems, itemKey, itemWords, type SchoolChoice } from '../core/document';
import { type RunPlan, runPlanOf } from '../core/telling';
import {
  dbOf,
  getJob,
  getPerson,
  insertJob,
  insertRun,
  insertVehicle,
  listRunHeads,
  listRunPlans,
  lockLog,
  searchJobs,
  transaction,
  updateJobSchools,
  updateJobSets,
  updateTrainedPerson,
  type Actor,
  type Branch,
  type JobRow,
} from '../data';
import { demand } from './permission';
import { appendHere } from './server-event';
import { experienceFor, planForRun } from './planning';
import { readReport } from './report';
import { reserveFor } from './stores/reserve';

/** Opens a job for a vehicle. Returns its number. */
export async function openJob(by: Actor, form: JobForm): Promise<number> {
  demand(by, 'open-job');
  return transaction(by, async (tx) => {
    if (form.comesBackOf) await getJob(tx, by.branch, form.comesBackOf);
    const vehicleId = await insertVehicle(tx, { ...form, year: form.year ?? undefined, body: form.body || undefined });
    const number = await insertJob(tx, {
      title: form.title,
      customer: form.customer,
      phone: form.phone ?? '',
      comesBackOf: form.comesBackOf ?? null,
      vehicleId,
      by: by.id,
      branch: by.branch,
    });
    const zones = form.zones ?? [];
    if (zones.length) {
      const { visit } = await getJob(tx, by.branch, number);
      await lockLog(tx, visit);
      for (const zone of zones) await appendHere(tx, visit, { person: by.id, by: by.id }, { type: 'zone', ...zone });
    }
    return number;
  });
}

/** Jobs found at once. */
const MOST_FOUND = 8;

/** Former visits by plate, name, phone, VIN, vehicle or number, to enter a customer and vehicle once. */
export async function formerJobs(by: Actor, text: string): Promise<JobRow[]> {
  demand(by, 'open-job');
  const db = dbOf(by);
  const words = text.trim().split(/\s+/).filter(Boolean).slice(0, 8);
  return words.length ? searchJobs(db, by.branch, words, MOST_FOUND) : [];
}

/** What was done when a vehicle was here before, for one that comes back. Throws not-found. */
export async function formerJob(branch: Branch, number: number): Promise<FormerJobView> {
  const db = dbOf(branch);
  const [job, report, heads] = await Promise.all([
    getJob(db, branch, number),
    readReport(branch, number),
    listRunHeads(db, [number]),
  ]);
  const plans = heads.length
    ? await listRunPlans(
        db,
        heads.map(({ id }) => id),
      )
    : new Map<string, RunPlan>();
  return {
    number,
    title: job.title,
    openedAt: job.createdAt,
    runs: heads.flatMap(({ id, title }) => {
      const plan = plans.get(id);
      if (!plan) return [];
      const ledger = report.runs.find((one) => one.title === title)?.ledger ?? [];
      const kept = ledger.filter((row) => row.kept > 0);
      return [
        {
          id,
          title,
          // A part that was fitted new sits where the factory's did: that is got at again.
          goals: plan.goals.map((goal) => goal.replace(/^fit (.+)\/new-(.+)$/, '$1/$2')),
          procedures: plan.documents.map((document) => document.id),
          options: plan.options,
          kept: kept.map(({ words, kept: count }) => `${count} × ${words}`),
          newParts: plan.newParts,
          forGood: doneForGood(plan),
        },
      ];
    }),
  };
}

/** What a run undid that cannot go back as it was: rivets that are rivet nuts now, what was cut. */
function doneForGood(plan: RunPlan): string[] {
  const undone = new Set(plan.removal);
  return plan.documents.flatMap((document) => {
    const index = indexItems(document);
    const fasteners = document.fasteners.filter(
      ({ id, refit }) =>
        refit?.reversible === false && undone.has(`release:${itemKey({ procedure: document.id, item: id })}`),
    );
    const work = (document.work ?? []).filter(
      ({ id, reversible }) =>
        reversible === false &&
        plan.fit.some(({ actions }) => actions.includes(`work:${itemKey({ procedure: document.id, item: id })}`)),
    );
    return [
      ...fasteners.map(({ id, refit }) => `${itemWords(index, id)}: ${refit!.as ?? 'fitted new'}`),
      ...work.map(({ id }) => itemWords(index, id)),
    ];
  });
}

/** Names who is trained for the high voltage of a job's vehicle: a lead's word, asked for before anything is planned on it. */
export async function nameTrainedPerson(by: Actor, number: number, person: string): Promise<void> {
  demand(by, 'override');
  const db = dbOf(by);
  await getJob(db, by.branch, number);
  const trained = await getPerson(db, person);
  if (!trained.active || trained.branch !== by.branch)
    throw invalid('person-inactive', `${trained.name} does not work here any more.`);
  await updateTrainedPerson(db, number, person, by.id);
}

/** Sets how a job is worked on where that differs from the shop's ways, with the reasons: a lead's word. Runs that are open keep theirs. */
export async function changeJobSchools(by: Actor, number: number, schools: SchoolChoice[]): Promise<void> {
  demand(by, 'override');
  const db = dbOf(by);
  await getJob(db, by.branch, number);
  await updateJobSchools(db, number, schools);
}

/** Sets what is tried as one on a job. Runs that are open keep theirs. */
export async function changeJobSets(by: Actor, number: number, sets: string[]): Promise<void> {
  demand(by, 'open-job');
  const db = dbOf(by);
  await getJob(db, by.branch, number);
  await updateJobSets(db, number, sets);
}

/** Opens a run on a job: plans, and fixes the plan with the revisions it follows. Returns the run's id. */
export async function openRun(by: Actor, form: NewRunForm, signal?: AbortSignal): Promise<string> {
  demand(by, 'open-job');
  const { view, result } = await planForRun(by, form, signal);
  if (!result.ok) throw invalid('no-plan', result.problems.map((problem) => problem.message).join(' '));
  const { documents, revisions, policy, verification, questions } = view;
  if (questions.length)
    throw invalid(
      'fixing-open',
      'Say first how each new part is fixed: nobody in the bay can plan that with the door open.',
    );
  const experience = await experienceFor(by.branch, documents);
  const plan = runPlanOf(result.plan, {
    ...experience,
    trayBins: policy.trayBins,
    documents,
    options: form.options,
    goals: form.goals,
    newParts: numbered(form.newParts),
    srsWaitSeconds: policy.srsWaitSeconds,
    srsWait: policy.srsWait,
    srsMayHang: policy.srsMayHang,
    costs: policy.costs,
    ownKinds: view.ownKinds,
    standardSeconds: result.plan.time.likelySeconds / result.plan.pace.likely,
    unverified: Object.entries(verification ?? {})
      .filter(([, one]) => !one.verified)
      .map(([procedure, one]) => ({ procedure, differs: one.differs, unknown: one.unknown })),
  });
  const id = uuid();
  await transaction(by, async (tx) => {
    const job = await getJob(tx, by.branch, form.job);
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
    await reserveFor(tx, by.branch, id, plan);
    if (form.sets) await updateJobSets(tx, job.number, form.sets);
  });
  return id;
}

/** Lines that are alike get a number, so that each is ticked by itself: "crossover, 1 of 2". */
function numbered(lines: string[]): string[] {
  const seen = new Map<string, number>();
  return lines.map((line) => {
    const of = lines.filter((other) => other === line).length;
    if (of === 1) return line;
    const n = (seen.get(line) ?? 0) + 1;
    seen.set(line, n);
    return `${line}, ${n} of ${of}`;
  });
}
