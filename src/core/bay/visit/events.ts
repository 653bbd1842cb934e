import type { EventStamp } from '../log';

/** Before a hand touches trim, and when the vehicle is given back. */
export type Walk = 'arrival' | 'departure';
export type CheckResult = 'works' | 'fails' | 'intermittent' | 'not-fitted';
export type View = 'left' | 'right' | 'front' | 'rear' | 'roof' | 'interior';
/** What the work of a job waits for. */
export type WaitFor = 'part' | 'decision' | 'vehicle';

/** One stroke of a signature: points from 0 to 1000 across and 0 to 400 down. */
export type Stroke = [x: number, y: number][];

/** What happens to a vehicle on its visit besides the runs. Nothing here is ever edited or deleted. */
export type VisitFact =
  /** One line of the electrical check. `words` and `group` travel along, so that the line can be read whatever the list says later. */
  | { type: 'checked'; line: string; group: string; words: string; walk: Walk; result: CheckResult; condition?: string }
  /** A mark on the body or trim; x and y are shares of the view, 0 to 1. */
  | { type: 'marked'; view: View; x: number; y: number; kind: string; words?: string; walk: Walk; photo?: string }
  /** A side of the vehicle was looked at. */
  | { type: 'looked'; view: View; walk: Walk }
  /** Why nobody signs a walk. */
  | { type: 'unsigned'; walk: Walk; reason: string }
  | { type: 'zone'; zone: string; side: 'left' | 'right' | 'centre' }
  | { type: 'vin'; vin: string; how: 'typed' | 'scanned' }
  | { type: 'photo'; photo: string; words?: string }
  | { type: 'note'; text: string }
  /** `covers`: lines and marks that were on the screen. `records`: the ids of everything that was; what is signed is never changed again. `seal`: SHA-256 of what was signed, which the server works out. */
  | { type: 'signed'; walk: Walk; name: string; strokes: Stroke[]; covers: number; records?: string[]; seal?: string }
  /** Why a line is worse than on arrival, or cannot be repeated. */
  | { type: 'explained'; line: string; reason: string }
  /** A lead's word that the vehicle is not checked in. */
  | { type: 'checkInSkipped'; reason: string }
  | { type: 'waits'; for: WaitFor; what: string }
  | { type: 'waitOver'; wait: string }
  | { type: 'retracted'; event: string }
  | { type: 'closed' };

export type VisitEvent = EventStamp & VisitFact;

export const MARK_KINDS = ['scratch', 'chip', 'dent', 'crack', 'loose trim', 'tear', 'stain', 'missing part'] as const;
export const CONDITIONS = ['when warm', 'when cold', 'over bumps', 'with the door moving', 'now and then'] as const;
