export { calibrationOf, calibrationWords, type Calibration } from './calibration';
export { type BreakRecord, breakChance, sparesFor } from './breakage';
export { type Duration, durationOf, paceOf } from './times';
