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
/** Jobs whose weight the standard times are worth against the shop's own. */
const STANDARD_WEIGHT = 5;

/**
 * Duration of a job from its actions' standard times (seconds, taken as medians). Each action is log-normal; their sum is taken as log-normal with the same mean and
 * variance (Fenton, IRE Transactions on Communications Systems 8, 1960), and the job's own spread is added. `fixedSeconds` (tool changes, moves) vary
 * with the job only. `factor` is the shop's own pace against the standard times.
 */
export function durationOf(seconds: number[], fixedSeconds: number, factor = 1): Duration {
  const s2 = ACTION_SPREAD ** 2;
  const mean = fixedSeconds + seconds.reduce((sum, t) => sum + t * Math.exp(s2 / 2), 0);
  const variance = seconds.reduce((sum, t) => sum + t * t * Math.exp(s2) * (Math.exp(s2) - 1), 0);
  if (mean === 0) return { likelySeconds: 0, safeSeconds: 0 };
  const sumSpread2 = Math.log(1 + variance / mean ** 2);
  const median = mean * Math.exp(-sumSpread2 / 2) * factor;
  return { likelySeconds: median, safeSeconds: median * Math.exp(Z80 * Math.sqrt(sumSpread2 + JOB_SPREAD ** 2)) };
}

/**
 * The shop's pace from what finished jobs took against their standard times (ratios above 0): the median of ln ratio, shrunk towards the
 * standard as if that were `STANDARD_WEIGHT` jobs. 1 where nothing is known.
 */
export function paceOf(ratios: number[]): number {
  const logs = ratios
    .filter((ratio) => ratio > 0)
    .map(Math.log)
    .sort((a, b) => a - b);
  if (logs.length === 0) return 1;
  const middle = (logs[Math.floor((logs.length - 1) / 2)] + logs[Math.floor(logs.length / 2)]) / 2;
  return Math.exp(middle * (logs.length / (logs.length + STANDARD_WEIGHT)));
}
