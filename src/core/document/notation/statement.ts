import type { Fastener, Link, Part, Work } from '../procedure';

/** A part as a line tells of it: its name and what is said of it. */
export type PartWords = { name: string; behind?: string[]; on?: string } & Pick<
  Part,
  'motions' | 'startAt' | 'note' | 'refitNote'
>;

/** Work as a line tells of it. */
export type WorkWords = Pick<Work, 'kind' | 'name' | 'material' | 'while'>;

/** A fastener as a line tells of it. Parts are names; `null` is the one that was spoken of before. */
export type FastenerWords = Omit<Fastener, 'id' | 'holds' | 'behind' | 'at' | 'staysOn'> & {
  holds: string[] | null;
  behind?: string[];
  staysOn?: string;
};

/** A tether as a line tells of it, by the name of the part it hangs on. */
export type LinkWords = Omit<Link, 'id' | 'joins' | 'behind' | 'at'> & { part: string | null; behind?: string[] };

/** A vehicle and zone, as a page of notes begins. */
export interface VehicleWords {
  make: string;
  model: string;
  from?: number;
  to?: number;
  zone: string;
  side?: 'left' | 'right';
}

/** What one line says. */
export interface Statement {
  vehicle: VehicleWords | null;
  parts: PartWords[];
  fasteners: FastenerWords[];
  links: LinkWords[];
  works: WorkWords[];
  /** Clauses that were not understood; they are kept as notes. */
  notes: string[];
}
