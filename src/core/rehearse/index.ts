export { chooseFaults, type Fault, withFaults } from './faults';
export { type Gesture, GESTURES, gesturesFor, gesturesOf } from './gestures';
export { type Ground, groundOf, type Level, LEVELS, type Setup } from './ground';
export { nextBack, nextStep } from './hint';
export type { Move } from './move';
export { shapeOf } from './pieces';
export { liftAt } from './plate';
export type { Pulled } from './pull';
export { type Hold, raiseHeld, takeHold } from './pull-part';
export { givesHints, rehearse, step } from './rehearse';
export { isReached } from './reach';
export { testerRemarks } from './remarks';
export { SAMPLE_DOOR } from './sample-door';
export { kindsMet, type Score, scoreOf } from './score';
export { countIn, hangs, inSight, looksNow, toolsOnBench } from './shown';
export { sortingOf } from './sorting';
export { type Due, dueFrom } from './spaced';
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
