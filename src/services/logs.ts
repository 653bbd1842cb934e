import { judgeEvent, type LogAnswer, type LogEvent } from '../contracts';
import { appendEvents, db, findLogsOfEvents, getLog, insertFlag, isFinishedRun, listEvents, listPeople, lockLog, onArrivals, transaction, type Db, type FlagReason, type LogRow, type Person } from '../data';
import { demand } from './permission';
import { closeVisit, visitArrived } from './visits';
import { finishRun, foreignPlace } from './runs';

interface SetAside { id: string | null; reason: FlagReason; detail: string; body: string }

interface Sorted {
  readable: LogEvent[];
  /** Those of them that are of a type only a newer version knows. */
  newer: Set<LogEvent>;
  aside: SetAside[];
}

/**
 * Takes a batch of events of a run or visit and answers with what is new. An event sent twice is kept once. Nothing that was
 * sent is lost: what cannot be read, or belongs to another job, is set aside for a lead and does not hold up the rest. Closing is refused with reasons while something
 * is unaccounted for; the other events of the batch are kept all the same.
 */
export async function receiveEvents(by: Person, logId: string, raw: unknown[], after: number): Promise<LogAnswer> {
  demand(by, 'follow');
  const log = await getLog(db, logId);
  const { readable, newer, aside } = await sort(log, raw);
  const closing = readable.filter(({ type }) => type === (log.kind === 'run' ? 'finished' : 'closed'));
  const others = readable.filter((event) => !closing.includes(event));
  const kept = await transaction(async (tx) => {
    await lockLog(tx, logId);
    const ids = await append(tx, log, { readable: others, newer, aside }, by);
    if (log.kind === 'visit') await visitArrived(tx, log, others.filter(({ id }) => ids.includes(id)));
    return ids;
  }, 'read committed');
  if (closing.length) kept.push(...await (log.kind === 'run' ? finishRun : closeVisit)(by, log, closing));
  return {
    kept: [...kept, ...aside.flatMap(({ id }) => (id ? [id] : []))], setAside: aside.map(({ id, detail }) => ({ id, reason: detail })),
    ...(await listEvents<LogEvent>(db, logId, after)),
  };
}

/** Tells events that can be taken into the log from those that are set aside. */
async function sort(log: LogRow, raw: unknown[]): Promise<Sorted> {
  const judged = raw.map((value) => ({ value, verdict: judgeEvent(log.kind, value) }));
  const events = judged.flatMap(({ verdict }) => ('event' in verdict ? [verdict.event] : []));
  const [homes, foreign] = await Promise.all([findLogsOfEvents(db, events.map(({ id }) => id)), log.kind === 'run' ? foreignPlace(log.id) : () => null]);
  const aside: SetAside[] = [];
  const readable: LogEvent[] = [];
  const newer = new Set<LogEvent>();
  for (const { value, verdict } of judged) {
    const body = JSON.stringify(value) ?? 'undefined';
    if ('unreadable' in verdict) {
      aside.push({ id: verdict.id, reason: 'unreadable', detail: `Not in order: ${verdict.unreadable}`, body });
      continue;
    }
    const { event } = verdict;
    const home = homes.get(event.id);
    const elsewhere = home && home !== log.id ? 'It belongs to another job.' : foreign(event);
    if (elsewhere) aside.push({ id: event.id, reason: 'foreign', detail: elsewhere, body });
    else readable.push(event);
    if (verdict.unknownType) newer.add(event);
  }
  return { readable, newer, aside };
}

async function append(tx: Db, log: LogRow, { readable: events, newer, aside }: Sorted, by: Person): Promise<string[]> {
  const [known, people, isFinished] = [await findLogsOfEvents(tx, events.map(({ id }) => id)), await listPeople(tx), await isFinishedRun(tx, log.id)];
  const byId = new Map(people.map((person) => [person.id, person]));
  const kept = await appendEvents(tx, log.id, events, by.id);
  for (const event of events.filter(({ id }) => !known.has(id))) {
    for (const { reason, detail } of doubts(event, byId, by, isFinished, newer.has(event))) await insertFlag(tx, { logId: log.id, eventId: event.id, reason, detail, receivedFrom: by.id });
  }
  for (const { id, reason, detail, body } of aside) await insertFlag(tx, { logId: log.id, eventId: id, reason, detail, body, receivedFrom: by.id });
  return kept;
}

/** What a lead should know of an event that was kept. */
function doubts(event: LogEvent, people: Map<string, Person>, by: Person, isFinished: boolean, isNewer: boolean): { reason: FlagReason; detail: string }[] {
  const person = people.get(event.person);
  const found: { reason: FlagReason; detail: string }[] = [];
  if (!person?.active) found.push({ reason: 'removed-person', detail: `“${event.type}” is recorded by ${person?.name ?? event.person}, who may not work here any more; ${by.name} sent it.` });
  else if (person.id !== by.id) found.push({ reason: 'other-sender', detail: `“${event.type}” is recorded by ${person.name} and was sent while ${by.name} was signed in.` });
  if (isFinished) found.push({ reason: 'late', detail: `“${event.type}” by ${person?.name ?? event.person} arrived after the run was finished: look at its ledger again.` });
  if (isNewer) found.push({ reason: 'unknown-type', detail: `“${event.type}” comes from a newer version of Pezzo: kept, but not counted here.` });
  if (event.type === 'overridden' && (person?.role === 'technician' || person?.role === 'trainee')) found.push({ reason: 'override', detail: `${person.name} passed a gate in spite of a fault: ${(event as LogEvent & { reason?: string }).reason ?? ''}` });
  return found;
}

/** Events that arrived in a log since a position. Throws not-found. */
export async function eventsSince(logId: string, after: number): Promise<{ events: LogEvent[]; position: number }> {
  const news = await listEvents<LogEvent>(db, logId, after);
  if (news.events.length === 0) await getLog(db, logId);
  return news;
}

/** Calls `listener` whenever something arrives in a log, or in any (`*`), whichever process received it. Call the result to stop. */
export async function watchLog(logId: string, listener: () => void): Promise<() => void> {
  if (logId !== '*') await getLog(db, logId);
  return onArrivals(logId, listener);
}
