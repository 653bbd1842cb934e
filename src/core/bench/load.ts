/** Drivers joined together, each by its ohms. */
export type Circuit = number | { series: Circuit[] } | { parallel: Circuit[] };

/**
 * What an amplifier sees of drivers joined in series and parallel, Ω: series adds, parallel adds the reciprocals (Ohm's law). An empty branch is none.
 * @example loadOhms({ parallel: [4, 4] }); // 2
 */
export function loadOhms(circuit: Circuit): number {
  if (typeof circuit === 'number') return circuit;
  if ('series' in circuit) return circuit.series.reduce<number>((sum, one) => sum + loadOhms(one), 0);
  return 1 / circuit.parallel.reduce<number>((sum, one) => sum + 1 / loadOhms(one), 0);
}

/** The load, and whether it keeps to the amplifier's minimum. */
export function loadFor(circuit: Circuit, amplifierMinimum: number): { ohms: number; ok: boolean } {
  const ohms = loadOhms(circuit);
  // Two 4 Ω in parallel are 2 Ω, whatever the last digit says.
  return { ohms, ok: ohms >= amplifierMinimum - 1e-9 };
}

/** An L-pad: one resistor before the driver, one across it, so that the amplifier goes on seeing the driver's ohms. */
export interface Pad {
  voltageRatio: number;
  powerRatio: number;
  /** Null where a pad cannot do it: it only attenuates. */
  seriesOhms: number | null;
  /** Null at 0 dB, where nothing stands across the driver. */
  shuntOhms: number | null;
}

/**
 * The L-pad for a level in dB (0 or below) before a driver of some ohms: with k = 10^(dB/20) the series resistor is R(1 − k), the shunt R·k/(1 − k).
 * @example padFor(-6.0206, 8).shuntOhms; // 8
 */
export function padFor(db: number, ohms: number): Pad {
  const k = 10 ** (db / 20);
  const ratios = { voltageRatio: k, powerRatio: 10 ** (db / 10) };
  if (db > 0) return { ...ratios, seriesOhms: null, shuntOhms: null };
  return { ...ratios, seriesOhms: ohms * (1 - k), shuntOhms: db === 0 ? null : (ohms * k) / (1 - k) };
}
