import { wireFor } from './wire';
import { type PowerRun, type PowerWire, powerWireFor } from './power-wire';
import { tidy } from './tidy';

/** A leg of a cable's way, mm along the trim. */
export interface Leg {
  name: string;
  mm: number;
  /** The cable goes through a boot at its end: where that sits is marked with tape. */
  boot?: boolean;
}

export interface WireRun {
  legs: readonly Leg[];
  /** Added for bends, 0…1 of the way (common practice, no source: 0.1). */
  slack: number;
  /** A loop left at the door so that the card can be laid down, mm. */
  loop: number;
  ohms: number;
  /** What may be lost, dB. */
  lossDb: number;
  /** It carries power: how much at full load, A, and what may be lost of the voltage. Absent: sound only. */
  power?: Pick<PowerRun, 'amps' | 'dropVolts'>;
}

/** Cross-sections that are sold, mm² (IEC 60228; values from memory). */
export const SOLD_MM2 = [0.5, 0.75, 1, 1.5, 2.5, 4, 6, 10] as const;

export interface WireRunResult {
  /** To cut, one side, mm. */
  cutMm: number;
  /** Where tape goes, mm from the source end, slack included. */
  marks: { name: string; mm: number }[];
  /** The thinnest that loses no more; null where none that is sold does. */
  mm2: number | null;
  lossDb: number | null;
  dampingAtMost: number | null;
  /** The fuse and wire of a run that carries power; null where nothing that is sold does it, absent where it carries sound. */
  power?: PowerWire | null;
}

/** How long a run is, where its boots sit, and how thick it must be. */
export function wireRunFor({ legs, slack, loop, ohms, lossDb, power }: WireRun): WireRunResult {
  let along = 0;
  const marks = legs.flatMap(({ name, mm, boot }) => {
    along += mm * (1 + slack);
    return boot ? [{ name, mm: tidy(Math.round(along)) }] : [];
  });
  const cutMm = Math.ceil(along + loop);
  if (power) {
    const wire = powerWireFor({ ...power, metres: cutMm / 1000 });
    return { cutMm, marks, mm2: wire?.mm2 ?? null, lossDb: null, dampingAtMost: null, power: wire };
  }
  const found = SOLD_MM2.map((mm2) => ({ mm2, ...wireFor(mm2, cutMm / 1000, ohms) })).find(
    (one) => one.lossDb <= lossDb,
  );
  return {
    cutMm,
    marks,
    mm2: found?.mm2 ?? null,
    lossDb: found?.lossDb ?? null,
    dampingAtMost: found?.dampingAtMost ?? null,
  };
}
