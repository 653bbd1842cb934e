/** Likely (even chance) and safe (four in five) duration, seconds. */
export interface Duration {
  likelySeconds: number;
  safeSeconds: number;
}

/** Spread of one action's time about its median, of ln time (common practice, no source). */
const ACTION_SPREAD = 0.45;
/** Spread that a whole job shares: the vehicle's age, the light, the day; of ln time (common practice, no source). */
const JOB_SPREAD = 0.18;
/** The 80 % point of the standard normal distribution. */
const Z80 = 0.8416212335729143;
/** How long work takes against the catalogue's times: likely, and safe where the shop has learned that too. */
export interface Pace {
  likely: number;
  /** Null: by the usual spread. */
  safe: number | null;
}
export const STANDARD_PACE: Pace = { likely: 1, safe: null };

/**
 * Duration of a job from its actions' standard times (seconds, taken as medians). Each action is log-normal; their sum is taken as log-normal with the same mean and
 * variance (Fenton, IRE Transactions on Communications Systems 8, 1960), and the job's own spread is added. `fixedSeconds` (tool changes, moves) vary
 * with the job only. `pace`: how long the shop takes against the standard times.
 */
export function durationOf(seconds: number[], fixedSeconds: number, pace: Pace = STANDARD_PACE): Duration {
  const s2 = ACTION_SPREAD ** 2;
  const mean = fixedSeconds + seconds.reduce((sum, t) => sum + t * Math.exp(s2 / 2), 0);
  const variance = seconds.reduce((sum, t) => sum + t * t * Math.exp(s2) * (Math.exp(s2) - 1), 0);
  if (mean === 0) return { likelySeconds: 0, safeSeconds: 0 };
  const sumSpread2 = Math.log(1 + variance / mean ** 2);
  const median = mean * Math.exp(-sumSpread2 / 2);
  const likelySeconds = median * pace.likely;
  const safeSeconds =
    pace.safe === null ? likelySeconds * Math.exp(Z80 * Math.sqrt(sumSpread2 + JOB_SPREAD ** 2)) : median * pace.safe;
  return { likelySeconds, safeSeconds: Math.max(likelySeconds, safeSeconds) };
}

/** The pace of work that follows several procedures together: the middle of theirs, of ln. */
export function paceTogether(paces: readonly Pace[]): Pace {
  if (paces.length === 0) return STANDARD_PACE;
  const middle = (values: number[]) => Math.exp(values.reduce((sum, one) => sum + Math.log(one), 0) / values.length);
  const safe = paces.map((one) => one.safe);
  return {
    likely: middle(paces.map((one) => one.likely)),
    safe: safe.some((one) => one === null) ? null : middle(safe as number[]),
  };
}
