/** Preferred values of a decade (IEC 60063). */
const PREFERRED = {
  E3: [1, 2.2, 4.7],
  E6: [1, 1.5, 2.2, 3.3, 4.7, 6.8],
  E12: [1, 1.2, 1.5, 1.8, 2.2, 2.7, 3.3, 3.9, 4.7, 5.6, 6.8, 8.2],
  E24: [
    1, 1.1, 1.2, 1.3, 1.5, 1.6, 1.8, 2, 2.2, 2.4, 2.7, 3, 3.3, 3.6, 3.9, 4.3, 4.7, 5.1, 5.6, 6.2, 6.8, 7.5, 8.2, 9.1,
  ],
} as const;
export type PreferredSeries = keyof typeof PREFERRED;
export const PREFERRED_SERIES = Object.keys(PREFERRED) as PreferredSeries[];

/** The preferred value nearest to one by ratio, of any unit. */
export function nearestPreferred(value: number, series: PreferredSeries): number {
  const decade = Math.floor(Math.log10(value));
  const candidates = [decade - 1, decade, decade + 1].flatMap((power) =>
    PREFERRED[series].map((one) => Number(`${one}e${power}`)),
  );
  const away = (one: number) => Math.abs(Math.log(one / value));
  return candidates.reduce((best, one) => (away(one) < away(best) ? one : best));
}

export interface CapacitorResult {
  farads: number;
  nearestFarads: number;
  /** Where the preferred value really puts the corner, Hz. */
  actualHertz: number;
}

/**
 * The capacitor of a first-order high-pass: C = 1/(2πRf), and the nearest one that is sold.
 * @example capacitorFor(4, 5000, 'E12').nearestFarads; // 8.2e-6
 */
export function capacitorFor(ohms: number, hertz: number, series: PreferredSeries): CapacitorResult {
  const cornerOf = (of: number) => 1 / (2 * Math.PI * ohms * of);
  const farads = cornerOf(hertz);
  const nearestFarads = nearestPreferred(farads, series);
  return { farads, nearestFarads, actualHertz: cornerOf(nearestFarads) };
}
