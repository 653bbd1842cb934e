import { knownTypes, type LogEvent } from '../contracts/schemas';
import { conflict } from '../core/errors';
import { NEVER_TAKEN_BACK, OWN_WORD, foldVisit, type VisitEvent } from '../core/bay';
import {
  listEvents,
  lookUpEvents,
  listPeople,
  MOST_IN_LOG,
  MOST_LAMPORT_AHEAD,
  type Actor,
  type Db,
  type LogRow,
  type NewFlag,
} from '../data';

/** An event that was sent, with what is known of it so far. */
export interface AskedEvent {
  event: LogEvent;
  /** Of a type only a newer version knows. */
  isNewer: boolean;
  /** In the log already: it was sent before. */
  isKnown: boolean;
  /** As it was sent. */
  body: string;
}

/** Events of types that this version does not know: kept for one that does, so many of a log and so long each. */
const [MOST_UNKNOWN, MOST_UNKNOWN_LENGTH] = [200, 4096];

/** The type of event that closes a log of each kind. */
export const CLOSING = { run: 'finished', visit: 'closed' } as const;

/** Tells what may be taken into a log that is held from what may not. */
export async function askClosely(
  tx: Db,
  log: LogRow,
  readable: AskedEvent[],
  by: Actor,
): Promise<{ allowed: AskedEvent[]; aside: NewFlag[] }> {
  const ids = readable.map(({ event }) => event.id);
  const takenBack = readable.flatMap(({ event }) =>
    event.type === 'retracted' ? [(event as LogEvent & { event: string }).event] : [],
  );
  const seen = await lookUpEvents(tx, log.id, [...ids, ...takenBack], knownTypes(log.kind));
  const { homes, types, lastLamport: last } = seen;
  if (seen.count >= MOST_IN_LOG)
    throw conflict(
      'log-full',
      'This run has more records than any work needs, and takes no more. A lead should look at who recorded them.',
    );
  let unknownLeft = MOST_UNKNOWN - seen.unknown;
  const inBatch = new Map(readable.map(({ event }) => [event.id, event.type]));
  const against = ({ event, isNewer, body }: AskedEvent): Pick<NewFlag, 'reason' | 'detail'> | null => {
    const home = homes.get(event.id);
    if (home) return home === log.id ? null : { reason: 'foreign', detail: 'It belongs to another job.' };
    if (event.lamport > last + MOST_LAMPORT_AHEAD)
      return {
        reason: 'too-far-ahead',
        detail: `Its place in the order (${event.lamport}) is more than ${MOST_LAMPORT_AHEAD} ahead of the rest.`,
      };
    if (isNewer && !home) {
      if (body.length > MOST_UNKNOWN_LENGTH || unknownLeft <= 0)
        return {
          reason: 'unknown-type',
          detail: `“${event.type.slice(0, 60)}” comes from a newer version, and is ${unknownLeft <= 0 ? 'one too many of its kind' : 'larger than what is kept unread'}.`,
        };
      unknownLeft -= 1;
    }
    if (event.type === 'accepted')
      return { reason: 'override', detail: 'What was recorded against a gate counts only on a lead’s PIN.' };
    if (event.type === 'overridden') return { reason: 'override', detail: 'A gate is opened only by a lead’s PIN.' };
    if (OWN_WORD.has(event.type) && event.person !== by.id)
      return {
        reason: 'not-own',
        detail: `“${event.type}” is said by ${event.person} but was sent while ${by.name} was signed in.`,
      };
    const target = event.type === 'retracted' ? (event as LogEvent & { event: string }).event : null;
    const type = target && (types.get(target) ?? inBatch.get(target));
    if (type && NEVER_TAKEN_BACK.has(type)) return { reason: 'protected', detail: `“${type}” is never taken back.` };
    return null;
  };
  const allowed: AskedEvent[] = [];
  const aside: NewFlag[] = [];
  for (const one of readable) {
    const found = against(one);
    if (found) aside.push({ eventId: one.event.id, ...found, body: one.body });
    else allowed.push({ ...one, isKnown: homes.has(one.event.id) });
  }
  return { allowed, aside };
}

/** What a lead should know of events that were just kept. */
export async function doubtsOf(
  tx: Db,
  log: LogRow,
  fresh: AskedEvent[],
  by: Actor,
  isClosed: boolean,
): Promise<NewFlag[]> {
  if (fresh.length === 0) return [];
  const people = new Map((await listPeople(tx)).map((person) => [person.id, person]));
  const uncovered = log.kind === 'visit' && !isClosed ? await afterSigning(tx, log) : new Set<string>();
  return fresh.flatMap(({ event, isNewer }) => {
    const person = people.get(event.person);
    const name = person?.name ?? event.person;
    const flag = (reason: NewFlag['reason'], detail: string): NewFlag => ({ eventId: event.id, reason, detail });
    return [
      ...(!person?.active
        ? [
            flag(
              'removed-person',
              `“${event.type}” is recorded by ${name}, who may not work here any more; ${by.name} sent it.`,
            ),
          ]
        : person.id !== by.id
          ? [
              flag(
                'other-sender',
                `“${event.type}” is recorded by ${name} and was sent while ${by.name} was signed in.`,
              ),
            ]
          : []),
      ...(isClosed
        ? [
            flag(
              'late',
              log.kind === 'run'
                ? `“${event.type}” by ${name} arrived after the run was finished. It is shown beside the ledger and changes nothing.`
                : `“${event.type}” by ${name} arrived after the vehicle was given back. It is shown beside and changes nothing.`,
            ),
          ]
        : []),
      ...(uncovered.has(event.id)
        ? [flag('late', `“${event.type}” by ${name} came after the signature, which does not cover it.`)]
        : []),
      ...(isNewer
        ? [flag('unknown-type', `“${event.type}” comes from a newer version of Pezzo: kept, but not counted here.`)]
        : []),
    ];
  });
}

/** The records of a visit that its signatures do not cover. */
async function afterSigning(tx: Db, log: LogRow): Promise<Set<string>> {
  return new Set(foldVisit((await listEvents<VisitEvent>(tx, log.id, 0)).events).later.map(({ event }) => event.id));
}
