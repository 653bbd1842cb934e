import { loadFor, type Circuit } from './load';

/** What makes a driver loud: dB at 1 W and 1 m, and the power it gets. */
export interface Loudness {
  sensitivityDb: number;
  watts: number;
}

/**
 * How much louder one driver is than another, dB: the difference of their sensitivities and ten times the logarithm of their powers' ratio.
 * @example levelDifferenceDb({ sensitivityDb: 90, watts: 50 }, { sensitivityDb: 87, watts: 100 }); // -0.01
 */
export const levelDifferenceDb = (a: Loudness, b: Loudness): number =>
  a.sensitivityDb - b.sensitivityDb + 10 * Math.log10(a.watts / b.watts);

/** The settings of a crossover's tweeter level that are usual, dB. */
export const TWEETER_SETTINGS = [-3, -2, 0, 3] as const;
/** What a setting does to the voltage and power against its reference. @example settingRatio(-3).power; // 0.501 */
export const settingRatio = (db: number): { voltage: number; power: number } => ({
  voltage: 10 ** (db / 20),
  power: 10 ** (db / 10),
});

/**
 * How an amplifier's channels drive a load; a bridged pair sees half of it on each channel, so that it may not see less than twice a channel's minimum.
 * @param bridgedMinimum what its maker says it may see bridged, which goes before that
 */
export function amplifierLoad(
  circuit: Circuit,
  minimumPerChannel: number,
  isBridged: boolean,
  bridgedMinimum?: number,
): { ohms: number; ok: boolean; needs: number } {
  const needs = isBridged ? (bridgedMinimum ?? 2 * minimumPerChannel) : minimumPerChannel;
  return { ...loadFor(circuit, needs), needs };
}

/** A driver of a factory amplified system: each channel was made for the ohms it had. */
export interface FactoryDriver {
  name: string;
  was: number;
  becomes: number;
}
export type FactoryVerdict = 'same' | 'too-low' | 'quieter';
/** Below this share of what it was a channel is overloaded (tolerance of nominal impedances: common practice, no source). */
const LEAST_SHARE = 0.9;
const MOST_SHARE = 1.25;

/** What new drivers are to a factory amplifier, each to its own channel: 2, 4 and 8 Ω differ in one car. `db` is the change of its power at the same voltage. */
export const factoryLoads = (
  drivers: readonly FactoryDriver[],
): (FactoryDriver & { verdict: FactoryVerdict; db: number })[] =>
  drivers.map((driver) => {
    const share = driver.becomes / driver.was;
    const verdict = share < LEAST_SHARE ? 'too-low' : share > MOST_SHARE ? 'quieter' : 'same';
    return { ...driver, verdict, db: -10 * Math.log10(share) };
  });
