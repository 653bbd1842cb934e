export { aimOf, type Vector } from './aim';
export { capacitorFor, PREFERRED_SERIES, type PreferredSeries } from './capacitor';
export { dampFor, type DampInput } from './damp';
export { type DepthInput, type DepthResult, spacerFor } from './depth';
export { drillSize, type DrillSet, nearestDrill } from './drill';
export { type Circuit, loadFor, padFor } from './load';
export { ringFor, type RingInput, type RingResult } from './ring';
export {
  plainNumber,
  sayAim,
  sayCapacitor,
  sayDepth,
  sayDrill,
  type Said,
  sayLoad,
  sayPad,
  sayRing,
  sayWire,
} from './say';
export { parseMm } from './typed-size';
export { awgToMm2, wireFor } from './wire';
