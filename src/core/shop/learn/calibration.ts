/** A promise against what it took, seconds. */
export interface KeptPromise {
  safeSeconds: number;
  actualSeconds: number;
}

/** How promises were kept: how many of how many, and between which shares the true one lies. */
export interface Calibration {
  of: number;
  held: number;
  /** Bounds of the share that is really kept, 95 %: 0…1. */
  low: number;
  high: number;
  /** The level that was promised lies outside: times are too short, or too long. */
  isOff: 'too-short' | 'too-long' | null;
}

/** 97.5 % point of the standard normal distribution. */
const Z = 1.959964;

/**
 * The score interval of a share, 95 % (Wilson, Probable inference, 1927): never outside 0…1, right also for few.
 * @example wilson(33, 40); // [0.6805, 0.9126]
 */
export function wilson(held: number, of: number): [low: number, high: number] {
  if (of === 0) return [0, 1];
  const share = held / of;
  const scale = 1 + (Z * Z) / of;
  const middle = (share + (Z * Z) / (2 * of)) / scale;
  const half = (Z * Math.sqrt((share * (1 - share)) / of + (Z * Z) / (4 * of * of))) / scale;
  return [Math.max(0, middle - half), Math.min(1, middle + half)];
}

/** Whether times that were promised at a level (0…1) were kept that often. */
export function calibrationOf(promises: readonly KeptPromise[], level: number): Calibration {
  const of = promises.length;
  const held = promises.filter(({ safeSeconds, actualSeconds }) => actualSeconds <= safeSeconds).length;
  const [low, high] = wilson(held, of);
  return { of, held, low, high, isOff: of === 0 ? null : high < level ? 'too-short' : low > level ? 'too-long' : null };
}

/** "Of 40 promises at 80 %, 33 held." */
export function calibrationWords({ of, held, isOff }: Calibration, level: number): string {
  if (of === 0) return 'No promise can be judged yet: no run with believable times was finished.';
  const said = `Of ${of} ${of === 1 ? 'promise' : 'promises'} at ${Math.round(level * 100)} %, ${held} held.`;
  if (isOff === 'too-short') return `${said} Times are promised too short.`;
  return isOff === 'too-long' ? `${said} Times are promised too long.` : said;
}
