import type { DayView } from '@/contracts/views';

/** How the promises of the vehicles that are here stand. */
export interface PromiseCounts {
  promised: number;
  kept: number;
  tight: number;
  late: number;
  unplaced: number;
}

/** Counts the promises: those that will be kept, may be late, will be late, and those of jobs that stand nowhere yet. */
export function countPromises({ jobs, conflicts }: DayView): PromiseCounts {
  const promised = jobs.filter(({ dueAt }) => dueAt !== null);
  const [tight, late] = ['tight', 'late'].map((code) => conflicts.filter((one) => one.code === code).length);
  const unplaced = promised.filter(({ place }) => !place).length;
  return { promised: promised.length, kept: promised.length - tight - late - unplaced, tight, late, unplaced };
}

/** "Of 5 promises, 3 will be kept, 1 may be late, 1 not placed yet". */
export function promisesWords({ promised, kept, tight, late, unplaced }: PromiseCounts): string {
  if (promised === 0) return 'Nothing is promised for a time yet.';
  return [
    `Of ${promised} ${promised === 1 ? 'promise' : 'promises'}, ${kept} will be kept`,
    tight && `${tight} may be late`,
    late && `${late} will be late`,
    unplaced && `${unplaced} not placed yet`,
  ]
    .filter(Boolean)
    .join(', ');
}
