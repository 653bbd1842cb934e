import type { ProcedureDocument } from '@/core/document';
import { seeded } from '../../benchmarks/support/seeded';

/** A procedure that is valid in form and hard on purpose: so many routes with so many ways each, and so many screws. */
export function hardProcedure({ routes = 200, ways = 50, screws = 800, seed = 7 } = {}): ProcedureDocument {
  const random = seeded(seed);
  const pick = (n: number) => Math.floor(random() * n);
  const covers = Array.from({ length: 60 }, (_, at) => `cover-${at}`);
  const parts = [
    ...covers.map((id) => ({ id, kind: 'cover', motions: ['pry-front', 'pull'] })),
    ...Array.from({ length: routes }, (_, at) => ({ id: `inner-${at}`, kind: 'cover', motions: ['pull'] })),
    {
      id: 'goal',
      kind: 'speaker',
      motions: ['pull'],
      behind: Array.from({ length: routes }, (_, at) => `inner-${at}`),
    },
  ];
  return {
    format: 'pezzo-procedure/1',
    id: 'hard',
    title: 'Hard on purpose',
    applies: [{ make: 'Velden', model: 'Kite' }],
    zone: 'rear-door',
    side: 'left',
    map: { width: 900, height: 600, outline: 'rear-door' },
    parts,
    fasteners: Array.from({ length: screws }, (_, at) => ({
      id: `s${at}`,
      holds: at % 2 ? covers[at % 60] : `inner-${at % Math.max(1, routes)}`,
      kind: 'screw',
      drive: 'T20',
      count: 1 + pick(3),
      at: [[pick(900), pick(600)]],
    })),
    links: [],
    before: [],
    recordedOrder: [],
    routes: Array.from({ length: routes }, (_, at) => ({
      of: `inner-${at}`,
      anyOf: Array.from({ length: ways }, () => [
        ...new Set([covers[pick(60)], covers[pick(60)], ...(at > 0 ? [`inner-${pick(at)}`] : [])]),
      ]),
    })),
  } as unknown as ProcedureDocument;
}
