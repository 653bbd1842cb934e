export { calibrationOf, calibrationWords, type Calibration } from './calibration';
export { type BreakChance, type BreakRecord, sparesFor } from './breakage';
export { fitBetween } from './between';
export { type Duration, durationOf, type Pace, paceTogether, STANDARD_PACE } from './times';
export { type Paces, pacesOf, type TimedRun } from './pace';
