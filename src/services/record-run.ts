import { conflict, invalid } from '../core/errors';
import { withoutFitSteps } from '../core/bench';
import { recordedFrom, type RunEvent } from '../core/bay';
import { findRecordedFromRun, dbOf, getJob, getRun, listEvents, type Actor } from '../data';
import { forVehicle, keepAsDraft } from './library';
import { newId } from './new-id';
import { demand } from './permission';
import { lookAt } from './run-view';

/**
 * Makes a draft for a run's vehicle of what the run recorded of a procedure while it ran: its own fasteners, without what is not fitted, in the order of the hands. Asked twice, the draft that is
 * there is named again. Throws not-found, `invalid` where the run has no such procedure, a conflict where nothing was taken apart yet.
 */
export async function draftFromRun(by: Actor, runId: string, procedure: string): Promise<{ id: string }> {
  demand(by, 'record');
  const db = dbOf(by);
  const known = await findRecordedFromRun(db, runId, procedure);
  if (known) return { id: known };
  const run = await getRun(db, runId);
  const [{ vehicle }, { events }] = await Promise.all([
    getJob(db, by.branch, run.jobNumber),
    listEvents<RunEvent>(db, runId, 0),
  ]);
  const { state } = lookAt(run.plan, events);
  const recorded = recordedFrom(run.plan, state, procedure);
  if (!recorded) throw invalid('not-in-run', 'This run does not have that procedure.');
  if (state.done.size === 0)
    throw conflict('nothing-recorded', 'Nothing was taken apart in this run yet: there is nothing to record.');
  const document = forVehicle(
    withoutFitSteps(recorded.document),
    vehicle,
    await newId(by.branch, vehicle.model, recorded.document.zone),
  );
  return { id: await keepAsDraft(by, document, { run: runId, procedure }) };
}
