import type { RunEvent } from './events';

type Claim = Extract<RunEvent, { type: 'broken' | 'lost' }>;

/** Two people on two devices said that pieces of one entry broke (or were lost), neither knowing of the other. */
export interface Question {
  /** The later of the two events, in logical order: the answer names it. */
  event: string;
  item: string;
  what: 'broken' | 'lost';
  count: number;
  /** Pieces that others had reported and this device had not heard of. */
  unheard: number;
  people: [earlier: string, later: string];
}

/**
 * Tells which reports of broken or lost pieces may be about the same pieces. A report says how many its device knew of
 * already; where others had reported more by then, only a person can tell, and until one does both count.
 */
export class Claims {
  readonly open: Question[] = [];
  private readonly counts = new Map<string, number>();

  /** @param standing Events that stand, in logical order. Linear in them, and quadratic in the few that are about one entry. */
  constructor(standing: RunEvent[]) {
    const answers = new Map(
      standing.flatMap((event) => (event.type === 'settled' ? [[event.event, event.same] as const] : [])),
    );
    const earlier = new Map<string, Claim[]>();
    for (const event of standing) {
      if (event.type !== 'broken' && event.type !== 'lost') continue;
      const key = `${event.type} ${event.item}`;
      const before = earlier.get(key) ?? [];
      this.counts.set(event.id, this.judge(event, before, answers.get(event.id)));
      before.push(event);
      earlier.set(key, before);
    }
  }

  /** The pieces an event adds. */
  countOf = (event: Claim): number => this.counts.get(event.id) ?? event.count;

  private judge(event: Claim, before: Claim[], same: boolean | undefined): number {
    const reported = before.reduce((sum, one) => sum + this.countOf(one), 0);
    const unheard = event.known === undefined ? 0 : Math.min(reported - event.known, event.count);
    const other = before.findLast((one) => one.device !== event.device);
    if (unheard <= 0 || !other) return event.count;
    if (same === undefined)
      this.open.push({
        event: event.id,
        item: event.item,
        what: event.type,
        count: event.count,
        unheard,
        people: [other.person, event.person],
      });
    return same ? event.count - unheard : event.count;
  }
}

/** Pieces of an entry that a device knows to be reported broken or lost: what it says along with its own report. */
export const knownPieces = (log: RunEvent[], item: string, type: Claim['type']): number =>
  log.reduce((sum, event) => sum + (event.type === type && event.item === item ? event.count : 0), 0);
