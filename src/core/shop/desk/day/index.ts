export { conflictsOf, type PlacedJob, projectDay } from './conflicts';
export { orderDay, type DayOrder } from './order-day';
export type { DayJob, DayProblem } from './problem';
export { conflictWords, LATE_WORDS, spanWords, workWords } from './words';
