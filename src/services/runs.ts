import { readStepKey } from '../core/planning';
import { itemKey, readItemKey, recordedId } from '../core/document';
import type { LogEvent, OverrideForm } from '../contracts/schemas';
import type { RunReport, RunStart } from '../contracts/views';
import { conflict, forbidden } from '../core/errors';
import { type RunBasis, type RunEvent, type RunView, faultsOnArrival, foldVisit, type VisitEvent } from '../core/bay';
import type { RunPlan } from '../core/telling';
import {
  appendEvents,
  dbOf,
  getJob,
  getRun,
  deleteReservations,
  insertStockMove,
  insertStockQuestion,
  listEventPage,
  listEvents,
  listKeptReports,
  listNewer,
  listPeople,
  listRunDocuments,
  lockLog,
  lockStock,
  markFinished,
  closeLog,
  stockOf,
  transaction,
  type Branch,
  type Db,
  type LogRow,
  type Actor,
} from '../data';
import { appendHere } from './server-event';
import { heardOf } from './experience';
import { compareRevisions } from './library';
import { demand, isLead } from './permission';
import { writeSecurityLine } from './security-log';
import { stillToRehearse } from './rehearse/tasks';
import { keepRunReport } from './report/said';
import { lookAt, sparesUsed } from './run-view';
import { checkPin, type Sender } from './sign-in';

/** A run with its job, all its events, and what the bay needs to know of people and the check-in. Throws not-found. */
export async function openRunScreen(branch: Branch, id: string): Promise<RunStart> {
  const db = dbOf(branch);
  const run = await getRun(db, id);
  const job = await getJob(db, branch, run.jobNumber);
  const [log, visit, people, newer, heard, toRehearse, kept] = await Promise.all([
    listEventPage<RunEvent>(db, id, 0),
    listEvents<VisitEvent>(db, job.visit, 0),
    listPeople(db),
    newerFor(branch, id, run.plan),
    heardOf(branch, run.plan.documents),
    stillToRehearse(
      branch,
      run.plan.documents.map(({ id: document }) => document),
    ),
    listKeptReports<RunReport>(db, [id]),
  ]);
  const checkIn = foldVisit(visit.events);
  return {
    run: { id: run.id, title: run.title, plan: run.plan },
    job,
    events: log.events,
    position: log.position,
    keptLedger: kept.get(id)?.ledger ?? null,
    faults: faultsOnArrival(checkIn),
    checkIn: checkIn.signatures.arrival ? 'signed' : checkIn.checkInSkipped ? 'skipped' : 'open',
    people: people.map(({ id: person, name, role, active }) => ({
      id: person,
      name,
      active,
      mayOverride: isLead({ role }),
    })),
    newer,
    heard,
    toRehearse: toRehearse.map(({ person, procedure, title, setBy }) => ({
      person,
      procedure,
      title,
      setBy: people.find(({ id: one }) => one === setBy)?.name ?? setBy,
    })),
  };
}

/** What changed of a run's procedures since it was opened: it stays on what it follows, but its people should know. */
async function newerFor(branch: Branch, id: string, plan: RunPlan): Promise<RunStart['newer']> {
  const db = dbOf(branch);
  const rows = await listNewer(db, id);
  return Promise.all(
    rows.map(async ({ procedure, follows, inForce }) => ({
      procedure,
      title: plan.documents.find((document) => recordedId(document.id) === procedure)?.title ?? procedure,
      inForce,
      sentences: (await compareRevisions(branch, procedure, follows, inForce)).map(({ sentence }) => sentence),
    })),
  );
}

/** A run's plan never changes, so the names of its documents are asked of the database once. */
const documentsSeen = new Map<string, ReadonlySet<string>>();
const MOST_SEEN = 2000;

async function documentsOf(branch: Branch, runId: string): Promise<ReadonlySet<string>> {
  const key = `${branch} ${runId}`;
  const seen = documentsSeen.get(key) ?? new Set(await listRunDocuments(dbOf(branch), runId));
  if (documentsSeen.size >= MOST_SEEN) documentsSeen.clear();
  documentsSeen.set(key, seen);
  return seen;
}

/** Tells what of an event names something that this run's plan does not have. */
export async function foreignPlace(branch: Branch, runId: string): Promise<(event: LogEvent) => string | null> {
  const known = await documentsOf(branch, runId);
  return (event) => {
    const { action, item, procedure, holds } = event as LogEvent & {
      action?: string;
      item?: string;
      procedure?: string;
      holds?: string;
    };
    const ref = action
      ? readStepKey(action)
      : item
        ? readItemKey(item)
        : procedure && holds
          ? { procedure, item: holds }
          : null;
    return ref?.procedure && !known.has(ref.procedure)
      ? `It is about ${itemKey(ref)}, which this run does not have.`
      : null;
  };
}

/** Finishes a run where everything is accounted for, and takes what was fitted new from stores. */
export async function finishRun(by: Actor, log: LogRow, events: LogEvent[]): Promise<string[]> {
  return transaction(
    by,
    async (tx) => {
      const { isClosed } = await lockLog(tx, log.id);
      if (isClosed) return appendEvents(tx, log.id, events, by.id);
      const run = await getRun(tx, log.id);
      const { events: known } = await listEvents<RunEvent>(tx, log.id, 0);
      const { view, basis } = lookAt(run.plan, known);
      if (view.blocks.length) {
        throw conflict(
          'not-accounted',
          'Not everything is back or accounted for.',
          view.blocks.map((block) => ({ place: block.item, message: block.text })),
        );
      }
      const kept = await appendEvents(tx, log.id, events, by.id);
      await closeLog(tx, log.id, events[0].id);
      await markFinished(tx, log.id);
      await keepRunReport(tx, run);
      await takeSpares(tx, by, log, basis, view);
      return kept;
    },
    'read committed',
  );
}

/** Takes what a run fitted new. What by the count was not there is asked about: stores never go below nothing. */
async function takeSpares(tx: Db, by: Actor, log: LogRow, basis: RunBasis, view: RunView): Promise<void> {
  await lockStock(tx);
  const { branch } = await getJob(tx, null, log.jobNumber);
  for (const [kind, count] of sparesUsed(basis, view)) {
    const there = Math.min(count, await stockOf(tx, branch, kind));
    const move = { kind, reason: 'fitted', runId: log.id, by: by.id };
    if (there > 0) await insertStockMove(tx, { ...move, change: -there }, branch);
    if (there < count) await insertStockQuestion(tx, { kind, missing: count - there, runId: log.id }, branch);
  }
  await deleteReservations(tx, log.id);
}

/** The lead of somebody's own branch who gives the PIN at their tablet. Throws forbidden where it is wrong or the person is no lead. */
export async function leadWithPin(by: Actor, { lead, pin }: { lead: string; pin: string }, sender: Sender) {
  const person = await checkPin(lead, pin, sender, by.branch);
  if (!isLead(person))
    throw forbidden('not-allowed', `Only a lead or owner can do this, and ${person.name} is neither.`);
  return person;
}

/**
 * Passes a gate in spite of a failed test, or lets an event recorded against one count, on the word of a lead who gives the PIN at the technician's tablet. The event is recorded in
 * the lead's name. Throws forbidden where the PIN is wrong or the person is no lead, a conflict where the run is finished.
 */
export async function overrideGate(by: Actor, runId: string, form: OverrideForm, sender: Sender): Promise<void> {
  demand(by, 'follow');
  const lead = await leadWithPin(by, form, sender);
  await transaction(
    by,
    async (tx) => {
      const { isClosed } = await lockLog(tx, runId);
      if (isClosed) throw conflict('finished', 'This run is finished.');
      const fact = form.event ? { type: 'accepted', event: form.event } : { type: 'overridden', gate: form.gate };
      await appendHere(tx, runId, { person: lead.id, by: by.id }, { ...fact, reason: form.reason });
    },
    'read committed',
  );
  writeSecurityLine('gate-overridden', { run: runId, lead: lead.id, at: by.id });
}
