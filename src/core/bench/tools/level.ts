import { betterFit, FIT_RULES, type Fitment, fitmentOf, type Place, type Speaker } from './fitment';
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

/** A driver of a factory amplified system, as far as it is known, with its place. */
export interface FactoryPlace {
  ohms: number;
  sensitivityDb?: number;
  place: Place;
}

/** A speaker that may take a factory driver's place: what its channel makes of it, and how it goes in. */
export interface MayReplace {
  speaker: Speaker;
  verdict: FactoryVerdict;
  /** How much louder than the old one at the same voltage, dB; null where the old one's sensitivity is not known. */
  levelDb: number | null;
  fit: Fitment;
}

/** A driver that is so much louder or quieter than the others is heard, dB (common practice, no source). */
const HEARD_DB = 6;

/**
 * Which speakers may replace a factory amplified driver: its channel is not overloaded, the level stays within 6 dB where it is known (sensitivities at 1 W, and the power at the same voltage), and it
 * goes in, or nobody has measured whether. The best fitting first, of those the one nearest in level.
 */
export function mayReplace({ ohms, sensitivityDb, place }: FactoryPlace, speakers: readonly Speaker[]): MayReplace[] {
  return speakers
    .map((speaker): MayReplace => {
      const [{ verdict, db }] = factoryLoads([{ name: speaker.name, was: ohms, becomes: speaker.ohms }]);
      const levelDb = sensitivityDb === undefined ? null : speaker.sensitivityDb + db - sensitivityDb;
      // The factory channel's own minimum is what counts here.
      return { speaker, verdict, levelDb, fit: fitmentOf(place, speaker, { ...FIT_RULES, amplifierMinimum: 0 }) };
    })
    .filter(
      ({ verdict, levelDb, fit }) =>
        verdict !== 'too-low' && fit.verdict !== 'never' && (levelDb === null || Math.abs(levelDb) <= HEARD_DB),
    )
    .sort((a, b) => betterFit(a.fit, b.fit) || Math.abs(a.levelDb ?? 0) - Math.abs(b.levelDb ?? 0));
}

/** What new drivers are to a factory amplifier, each to its own channel: 2, 4 and 8 Ω differ in one car. `db` is the change of its power at the same voltage. */
export const factoryLoads = (
  drivers: readonly FactoryDriver[],
): (FactoryDriver & { verdict: FactoryVerdict; db: number })[] =>
  drivers.map((driver) => {
    const share = driver.becomes / driver.was;
    const verdict = share < LEAST_SHARE ? 'too-low' : share > MOST_SHARE ? 'quieter' : 'same';
    return { ...driver, verdict, db: -10 * Math.log10(share) };
  });
