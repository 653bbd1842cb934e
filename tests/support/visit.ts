import { VEHICLE_VIEWS, type VisitEvent, type VisitFact } from '@/core/bay';

/** The vehicle walked round when it is given back, and why nobody signs. */
export const WALKED_ROUND: VisitFact[] = [
  ...VEHICLE_VIEWS.map(({ view }): VisitFact => ({ type: 'looked', view, walk: 'departure' })),
  { type: 'unsigned', walk: 'departure', reason: 'key in the box' },
];

/** Stamps facts of a visit as one device would, one after another. */
export function visitLog(facts: VisitFact[], device = 'tablet-a', startLamport = 1): VisitEvent[] {
  return facts.map((fact, at) => ({
    id: `00000000-0000-4000-9000-${device.slice(-1).charCodeAt(0).toString(16).padStart(4, '0')}${String(startLamport + at).padStart(8, '0')}`,
    lamport: startLamport + at,
    device,
    seq: startLamport + at,
    person: 'bea',
    at: '2026-03-02T09:00:00.000Z',
    ...fact,
  }));
}
