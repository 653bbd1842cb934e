import { createHash } from 'node:crypto';
import { sealedText, type VisitEvent } from '../core/bay';
import { listEvents, type Db, type LogRow, type NewFlag } from '../data';
import type { AskedEvent } from './doubts';

type Signed = Extract<VisitEvent, { type: 'signed' }>;
const isSigned = (event: VisitEvent): event is VisitEvent & Signed => event.type === 'signed';

/** SHA-256 of what a signature covers, hex. */
export const sealOf = (events: readonly VisitEvent[], signature: Pick<Signed, 'walk' | 'records'>): string =>
  createHash('sha256').update(sealedText(events, signature)).digest('hex');

/**
 * Seals the signatures among events that are about to be kept: each carries the hash of what it covers. One that another name has signed already, for the very same state, is
 * refused: it is set aside for a lead.
 */
export async function sealSignatures(
  tx: Db,
  log: LogRow,
  asked: AskedEvent[],
): Promise<{ sealed: AskedEvent[]; refused: NewFlag[] }> {
  if (log.kind !== 'visit' || !asked.some(({ event }) => event.type === 'signed'))
    return { sealed: asked, refused: [] };
  const { events: known } = await listEvents<VisitEvent>(tx, log.id, 0);
  const all = [...known, ...asked.map(({ event }) => event as VisitEvent)];
  const before = known
    .filter(isSigned)
    .map(({ walk, name, seal, ...rest }) => ({ walk, name, seal: seal ?? sealOf(known, { walk, ...rest }) }));
  const sealed: AskedEvent[] = [];
  const refused: NewFlag[] = [];
  for (const one of asked) {
    const event = one.event as VisitEvent;
    if (!isSigned(event) || one.isKnown) {
      sealed.push(one);
      continue;
    }
    const seal = sealOf(all, event);
    const other = before.find(
      (signed) => signed.walk === event.walk && signed.seal === seal && signed.name !== event.name,
    );
    if (other)
      refused.push({
        eventId: event.id,
        reason: 'signed-already',
        detail: `${other.name} has signed exactly this already; ${event.name} cannot sign the same again.`,
        body: one.body,
      });
    else {
      before.push({ walk: event.walk, name: event.name, seal });
      sealed.push({ ...one, event: { ...event, seal } as AskedEvent['event'] });
    }
  }
  return { sealed, refused };
}
