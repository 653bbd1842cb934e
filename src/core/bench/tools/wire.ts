/** Resistivity of annealed copper at 20 °C, Ω·mm²/m (IEC 60028: 1/58). */
const COPPER = 1 / 58;

/** Cross-section of a solid conductor of an AWG number, mm² (ASTM B258: d = 0.127 mm × 92^((36 − n)/39); 0 is 1/0, −1 is 2/0…). */
export function awgToMm2(awg: number): number {
  const diameterMm = 0.127 * 92 ** ((36 - awg) / 39);
  return (Math.PI / 4) * diameterMm ** 2;
}

export interface WireResult {
  /** There and back. */
  loopOhms: number;
  /** What the wire takes of the voltage at the speaker, dB, positive. */
  lossDb: number;
  /** The damping factor at the speaker can be no more than this, whatever the amplifier. */
  dampingAtMost: number;
}

/**
 * What a run of copper wire does between amplifier and speaker.
 * @param metres one way; the loop is twice that
 * @example wireFor(2.5, 5, 4).loopOhms; // 0.069
 */
export function wireFor(mm2: number, metres: number, ohms: number): WireResult {
  const loopOhms = (2 * metres * COPPER) / mm2;
  return { loopOhms, lossDb: 20 * Math.log10((ohms + loopOhms) / ohms), dampingAtMost: ohms / loopOhms };
}
