export { chooseFaults, type Fault, withFaults } from './faults';
export { type Gesture, GESTURES, gesturesFor, gesturesOf } from './gestures';
export { type Ground, groundOf, type Level, LEVELS, type Setup } from './ground';
export { nextBack, nextStep } from './hint';
export type { Damage, Move, Outcome, Went } from './move';
export { shapeOf } from './pieces';
export { liftAt, type Pose } from './plate';
export type { Pulled } from './pull';
export { strainsAt } from './pull-part';
export { givesHints, rehearse, step } from './rehearse';
export { isReached, leftLying } from './reach';
export { type TesterRemark, testerRemarks } from './remarks';
export { SAMPLE_DOOR } from './sample-door';
export { kindsMet, type Score, scoreOf, type WeakSpot } from './score';
export { countIn, hangs, inSight, looksNow, toolsOnBench } from './shown';
export { type Heap, type Sorting, sortingOf, type WireQuestion } from './sorting';
export { type Due, dueFrom, type Past } from './spaced';
export { type Rehearsal, startOf } from './state';
export { isFine, lineKey } from './gate-truth';
export {
  damageWords,
  faultWords,
  gestureWords,
  heapWords,
  levelWords,
  listWords,
  lookWords,
  outcomeWords,
  spotWords,
  stepTitle,
} from './words';
