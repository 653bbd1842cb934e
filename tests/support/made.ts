import type { Fastener, Link, Part, ProcedureDocument } from '@/core/document';

/** A cover that is pulled off at its top. */
export const part = (id: string, more: Partial<Part> = {}): Part => ({
  id,
  kind: 'cover',
  motions: ['pull-top'],
  ...more,
});

/** A connector between two things. */
export const link = (id: string, a: string, b: string, more: Partial<Link> = {}): Link => ({
  id,
  kind: 'connector',
  joins: [a, b],
  ...more,
});

/** A left front door of these items: procedure “d”. */
export const made = (
  parts: Part[],
  fasteners: Fastener[] = [],
  links: Link[] = [],
  more: Partial<ProcedureDocument> = {},
): ProcedureDocument => ({
  format: 'pezzo-procedure/1',
  id: 'd',
  title: 'Made',
  applies: [{ make: 'Velden', model: 'Kite' }],
  zone: 'front-door',
  side: 'left',
  map: { width: 1000, height: 600, outline: 'front-door' },
  parts,
  fasteners,
  links,
  ...more,
});
