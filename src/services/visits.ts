import type { LogEvent, SkipCheckInForm } from '../contracts/schemas';
import type { VisitView } from '../contracts/views';
import { conflict } from '../core/errors';
import type { RunPlan } from '../core/telling';
import { readItemKey } from '../core/document';
import { newHere, type RunEvent, foldVisit, handBackBlocks, lineOfPart, type VisitEvent } from '../core/bay';
import {
  appendEvents,
  dbOf,
  getJob,
  listEventPage,
  listEvents,
  listEventsOf,
  listRunsOfJobs,
  lockLog,
  transaction,
  updateVin,
  closeIdleRuns,
  closeLog,
  type Actor,
  type Branch,
  type Db,
  type LogRow,
} from '../data';
import { lookAt } from './run-view';
import { appendHere } from './server-event';
import { everybodysNames } from './people';
import { demand } from './permission';
import { keepVisitReport } from './report/said';
import { leadWithPin } from './runs';
import type { Sender } from './sign-in';
import { linesOf, zonesOf } from './visit-lines';

/** Check-in and hand-over of a job: its log, the lines to try, and what stands against giving the vehicle back. Throws not-found. */
export async function openVisit(branch: Branch, jobNumber: number): Promise<VisitView> {
  const db = dbOf(branch);
  const job = await getJob(db, branch, jobNumber);
  const [log, runs, names] = await Promise.all([
    listEventPage<VisitEvent>(db, job.visit, 0),
    listRunsOfJobs(db, [jobNumber]),
    everybodysNames(branch),
  ]);
  const logs = await listEventsOf<RunEvent>(
    db,
    runs.map((run) => run.id),
  );
  return {
    job,
    events: log.events,
    position: log.position,
    zones: zonesOf(runs, { zones: [] }),
    names,
    runs: runs.map(({ id, title, finishedAt }) => ({ id, title, finished: finishedAt !== null })),
    fittedNew: runs.flatMap(({ id, plan }) => fittedNewLines(plan, logs.get(id)!)),
  };
}

/** Lines of the check about what a run fitted new. */
function fittedNewLines(plan: RunPlan, events: RunEvent[]): string[] {
  const { basis, state } = lookAt(plan, events);
  return [...newHere(basis.graph, plan, state)].flatMap((key) => {
    const { procedure, item } = readItemKey(key)!;
    const part = basis.graph.indexes.get(procedure)?.parts.get(item);
    return part ? [lineOfPart(basis.graph.documents.get(procedure)!, part)] : [];
  });
}

/** Notes outside the log what others look up: the VIN. */
export async function visitArrived(tx: Db, log: LogRow, events: LogEvent[]): Promise<void> {
  if (!events.some(({ type }) => type === 'vin')) return;
  const { vin } = foldVisit((await listEvents<VisitEvent>(tx, log.id, 0)).events);
  if (vin) await updateVin(tx, log.jobNumber, vin);
}

/** Notes that a vehicle is not checked in, on the word of a lead who gives the PIN at the technician's tablet; the report says so. Throws a conflict where it was signed or given back. */
export async function skipCheckIn(by: Actor, jobNumber: number, form: SkipCheckInForm, sender: Sender): Promise<void> {
  demand(by, 'follow');
  const db = dbOf(by);
  const lead = await leadWithPin(by, form, sender);
  const { visit } = await getJob(db, by.branch, jobNumber);
  await transaction(
    by,
    async (tx) => {
      if ((await lockLog(tx, visit)).isClosed) throw conflict('given-back', 'This vehicle was given back.');
      const { events } = await listEvents<VisitEvent>(tx, visit, 0);
      if (foldVisit(events).signatures.arrival)
        throw conflict('checked-in', 'This vehicle was checked in and signed for: there is nothing to skip.');
      const fact = { type: 'checkInSkipped', reason: form.reason };
      await appendHere(tx, visit, { person: lead.id, by: by.id }, fact);
    },
    'read committed',
  );
}

/** Closes a visit: every run finished, every line repeated, nothing worse without a reason. */
export async function closeVisit(by: Actor, log: LogRow, events: LogEvent[]): Promise<string[]> {
  return transaction(
    by,
    async (tx) => {
      const { isClosed } = await lockLog(tx, log.id);
      if (isClosed) return appendEvents(tx, log.id, events, by.id);
      const { events: known } = await listEvents<VisitEvent>(tx, log.id, 0);
      const runs = await listRunsOfJobs(tx, [log.jobNumber]);
      const logs = await listEventsOf<RunEvent>(
        tx,
        runs.map((run) => run.id),
      );
      const state = foldVisit(known);
      const started = runs.filter((run) => run.finishedAt === null && logs.get(run.id)!.length > 0).length;
      const blocks = handBackBlocks(linesOf(runs, state), state, started);
      if (blocks.length)
        throw conflict(
          'not-handed-back',
          'The vehicle cannot be given back yet.',
          blocks.map(({ place, text }) => ({ place, message: text })),
        );
      const kept = await appendEvents(tx, log.id, events, by.id);
      await closeLog(tx, log.id, events[0].id);
      await closeIdleRuns(tx, log.jobNumber);
      await keepVisitReport(tx, log.id, runs);
      return kept;
    },
    'read committed',
  );
}
