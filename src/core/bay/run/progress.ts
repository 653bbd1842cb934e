import { stepKey, type StepRef } from '../../planning';
import type { TestResult } from './events';
import { testKey, type Progress, type RunState } from './state';

/** How many of an entry of `total` pieces an action has dealt with. Completing it twice still makes `total`. */
export function doneCount(progress: Progress | undefined, total: number): number {
  if (!progress) return 0;
  if (progress.settled !== undefined) return Math.min(progress.settled, total);
  return progress.full ? total : Math.min(progress.count, total);
}

/** True where more pieces were counted than the entry has: a person must say which count is right. */
export const isOverCounted = (progress: Progress | undefined, total: number) =>
  !!progress && progress.settled === undefined && !progress.full && progress.count > total;

/** Whether a test gate has a line that failed. */
export const hasFailedTest = (state: RunState, gate: string) =>
  [...state.tests.values()].some((test) => test.gate === gate && test.result === 'fail');

/** The last result of one line of a test sheet; undefined while it was not tried. Events of the first versions name the line by its words. */
export const testResult = (
  state: RunState,
  gate: string,
  { id, text }: { id: string; text: string },
): TestResult | undefined => (state.tests.get(testKey(gate, id)) ?? state.tests.get(testKey(gate, text)))?.result;

/** What was recorded against a gate and not done again in its turn since: it waits for a lead. */
export const recordedTooEarly = ({ against, done }: Pick<RunState, 'against' | 'done'>): RunState['against'] =>
  against.filter(({ event }) => !('action' in event && done.has(event.action)));

/** How far a step on an item has come; undefined where nothing of it was done. */
export const progressOf = (state: Pick<RunState, 'done'>, type: string, ref: Omit<StepRef, 'type'>) =>
  state.done.get(stepKey({ ...ref, type }));

/** Whether anything of a step on an item was done. */
export const isDone = (state: Pick<RunState, 'done'>, type: string, ref: Omit<StepRef, 'type'>): boolean =>
  progressOf(state, type, ref) !== undefined;
