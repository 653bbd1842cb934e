import { conflict } from '../core/errors';
import { foldRun, graphOf, viewRun, type RunEvent } from '../core/run';
import { appendEvents, db, getJob, getRun, listEvents, lockRun, markFinished, transaction, type JobRow, type Person, type RunRow } from '../data';
import { demand } from './permission';

/** Everything the bay screen starts from. */
export interface RunStart {
  run: RunRow;
  job: JobRow;
  events: RunEvent[];
  position: number;
}

/** A run with its job and all its events. Throws not-found. */
export async function openRunScreen(id: string): Promise<RunStart> {
  const run = await getRun(db, id);
  const [job, log] = await Promise.all([getJob(db, run.jobNumber), listEvents(db, id, 0)]);
  return { run, job, ...log };
}

/** What a device learns after sending: the ids that are kept, and everything that arrived since `after`. */
export interface Received {
  kept: string[];
  events: RunEvent[];
  position: number;
}

/**
 * Keeps a batch of events and answers with what is new. An event sent twice is kept once. Finishing is refused, with
 * reasons, while something is unaccounted for; the other events of the batch are kept all the same.
 */
export async function receiveEvents(by: Person, runId: string, events: RunEvent[], after: number): Promise<Received> {
  demand(by, 'follow');
  const finishing = events.filter((event) => event.type === 'finished');
  const others = events.filter((event) => event.type !== 'finished');
  const kept = await transaction(async (tx) => {
    await lockRun(tx, runId);
    return appendEvents(tx, runId, others, by.id);
  }, 'read committed');
  const finished = finishing.length ? await finish(by, runId, finishing) : [];
  const news = await listEvents(db, runId, after);
  return { kept: [...kept, ...finished], ...news };
}

/** Events that arrived since a position. */
export const eventsSince = (runId: string, after: number) => listEvents(db, runId, after);

async function finish(by: Person, runId: string, events: RunEvent[]): Promise<string[]> {
  return transaction(async (tx) => {
    const run = await lockRun(tx, runId);
    const log = await listEvents(tx, runId, 0);
    const { blocks } = viewRun(graphOf(run.plan), run.plan, foldRun(log.events));
    if (blocks.length) {
      throw conflict('not-accounted', 'Not everything is back or accounted for.', blocks.map((block) => ({ place: block.item, message: block.text })));
    }
    const kept = await appendEvents(tx, runId, events, by.id);
    await markFinished(tx, runId);
    return kept;
  }, 'read committed');
}
