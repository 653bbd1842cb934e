import { nearestPreferred } from './capacitor';

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

/** A resistor as it is sold. */
export interface SoldResistor {
  ohms: number;
  /** What it must stand, W: twice what it turns to heat. */
  watts: number;
  /** What it turns to heat at full power, W. */
  heatWatts: number;
}

/** A pad of resistors that are sold: what they are, and what level and load they really make. */
export interface SoldPad {
  series: SoldResistor | null;
  shunt: SoldResistor | null;
  db: number;
  /** What the amplifier sees. */
  loadOhms: number;
}

/** Wattages that resistors are sold in (common practice, no source). */
const SOLD_WATTS = [5, 10, 15, 20, 25, 50, 100, 200, 300];
/** A resistor in trim gets no air: it is taken for twice its heat (common practice, no source). */
const RESERVE = 2;

/**
 * A pad of preferred values (IEC 60063, E12): the series resistor takes P·Rs/(Rs + Rp), the driver and its shunt share the rest by their conductances (Ohm's law).
 * @param watts what the amplifier gives into the pad
 * @example soldPad(padFor(-6, 4), 4, 100).series?.ohms; // 2.2
 */
export function soldPad({ seriesOhms, shuntOhms }: Pad, driver: number, watts: number): SoldPad | null {
  if (seriesOhms === null) return null;
  const nearest = (ohms: number | null) => (ohms === null || ohms === 0 ? null : nearestPreferred(ohms, 'E12'));
  const [series, shunt] = [nearest(seriesOhms), nearest(shuntOhms)];
  const below = shunt === null ? driver : 1 / (1 / driver + 1 / shunt);
  const loadOhms = (series ?? 0) + below;
  const resistor = (ohms: number | null, heatWatts: number): SoldResistor | null =>
    ohms === null
      ? null
      : {
          ohms,
          heatWatts,
          watts: SOLD_WATTS.find((one) => one >= heatWatts * RESERVE) ?? Math.ceil(heatWatts * RESERVE),
        };
  return {
    series: resistor(series, (watts * (series ?? 0)) / loadOhms),
    shunt: resistor(shunt, shunt === null ? 0 : ((watts * below) / loadOhms) * (below / shunt)),
    db: 20 * Math.log10(below / loadOhms) || 0,
    loadOhms,
  };
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
