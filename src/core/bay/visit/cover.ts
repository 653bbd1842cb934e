import { compareEvents, mergeLog } from '../log';
import type { VisitEvent, Walk } from './events';

/** What the signatures of a visit cover. */
export interface Cover {
  isSigned: (walk: Walk) => boolean;
  covers: (event: VisitEvent) => boolean;
  /** Takes back something that was signed: void. */
  isVoid: (event: VisitEvent) => boolean;
  /** Every void one, in logical order. */
  voids: VisitEvent[];
}

type Signed = Extract<VisitEvent, { type: 'signed' }>;

const COVERABLE: ReadonlySet<VisitEvent['type']> = new Set([
  'checked',
  'marked',
  'zone',
  'vin',
  'photo',
  'note',
  'explained',
]);

/** Whether an event is a record of the check, which a customer signs. */
export const isCoverable = (event: VisitEvent): boolean => COVERABLE.has(event.type);

/** The walks a record belongs to: its own, or both where it names none (a note, the VIN). */
export function walksOf(event: VisitEvent): Walk[] {
  if (event.type === 'checked' || event.type === 'marked') return [event.walk];
  return event.type === 'explained' ? ['departure'] : ['arrival', 'departure'];
}

/**
 * What was signed, from the ids the signatures name; an old signature that names none covers what stood before it in logical order. A signature that came
 * after the visit was closed covers nothing. O(n log n) for each old signature.
 */
export function coverOf(events: VisitEvent[]): Cover {
  const inTime = events.filter(({ late }) => !late);
  const signatures = inTime.filter((event): event is VisitEvent & Signed => event.type === 'signed');
  const covered = new Set(signatures.flatMap((signature) => signature.records ?? recordsBefore(inTime, signature)));
  const walks = new Set(signatures.map(({ walk }) => walk));
  const isVoid = (event: VisitEvent) => event.type === 'retracted' && !event.late && covered.has(event.event);
  const voids = [...new Map(events.filter(isVoid).map((event) => [event.id, event])).values()].sort(compareEvents);
  return { isSigned: (walk) => walks.has(walk), covers: ({ id }) => covered.has(id), isVoid, voids };
}

function recordsBefore(events: VisitEvent[], signature: VisitEvent & Signed): string[] {
  const { standing } = mergeLog(events.filter((event) => compareEvents(event, signature) < 0));
  return standing.filter((event) => isCoverable(event) && walksOf(event).includes(signature.walk)).map(({ id }) => id);
}
