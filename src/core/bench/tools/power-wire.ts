import { awgToMm2, wireFor } from './wire';

/** A run that carries power from the battery. */
export interface PowerRun {
  /** What it carries at full load, A. */
  amps: number;
  /** One way; the return is the body or as long again, m. */
  metres: number;
  /** What may be lost of the battery's voltage, V. */
  dropVolts: number;
}

/** What a power run takes: the fuse at the battery, and the thinnest wire that it protects and that loses no more. */
export interface PowerWire {
  /** A. */
  fuseAmps: number;
  /** 4, 0 for 1/0, −1 for 2/0. */
  awg: number;
  mm2: number;
  /** What that wire may carry, A: no fuse may be larger. */
  mayCarryAmps: number;
  dropVolts: number;
  /** Which of the two asked for that thickness. */
  because: 'fuse' | 'drop';
}

/** Current that a single conductor with insulation for 105 °C may carry outside an engine space, A, by AWG (ABYC E-11, table of allowable amperage of conductors; values from memory). */
export const MAY_CARRY: readonly [awg: number, amps: number][] = [
  [18, 20],
  [16, 25],
  [14, 35],
  [12, 45],
  [10, 60],
  [8, 80],
  [6, 120],
  [4, 160],
  [2, 210],
  [1, 245],
  [0, 285],
  [-1, 330],
];

/** Fuses that are sold: blade, and bolted above 80 A (ratings of ISO 8820-3 and -5; values from memory), A. */
export const FUSES = [5, 7.5, 10, 15, 20, 25, 30, 40, 50, 60, 70, 80, 100, 125, 150, 175, 200, 250, 300] as const;
/** A fuse carries no more than this share of its rating for long (common practice, no source). */
const FUSE_LOAD = 0.8;
/** How far from the battery the fuse may sit, mm: 7 in (ABYC E-11). */
export const FUSE_WITHIN_MM = 178;

/**
 * The fuse and the wire of a power run: the fuse stands the load, the wire stands the fuse, and no more than `dropVolts` is lost there and back (copper of IEC 60028).
 * @returns null where no wire of the table does it
 * @example powerWireFor({ amps: 40, metres: 5, dropVolts: 0.5 })?.fuseAmps; // 50
 */
export function powerWireFor({ amps, metres, dropVolts }: PowerRun): PowerWire | null {
  const fuseAmps = FUSES.find((one) => one * FUSE_LOAD >= amps - 1e-9);
  if (fuseAmps === undefined) return null;
  const dropOf = (awg: number) => amps * wireFor(awgToMm2(awg), metres, 1).loopOhms;
  const standsFuse = MAY_CARRY.find(([, may]) => may >= fuseAmps);
  const found = MAY_CARRY.find(([awg, may]) => may >= fuseAmps && dropOf(awg) <= dropVolts + 1e-9);
  if (!found || !standsFuse) return null;
  const [awg, mayCarryAmps] = found;
  return {
    fuseAmps,
    awg,
    mm2: awgToMm2(awg),
    mayCarryAmps,
    dropVolts: dropOf(awg),
    because: found === standsFuse ? 'fuse' : 'drop',
  };
}
