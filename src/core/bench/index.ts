export { aimOf, type AimResult, type Vector } from './aim';
export { type Polygon } from './areas';
export { capacitorFor, type CapacitorResult, PREFERRED_SERIES, type PreferredSeries } from './capacitor';
export { dampFor, type DampInput, type DampResult } from './damp';
export { type DepthInput, type DepthResult, spacerFor } from './depth';
export { drillSize, type DrillSet, nearestDrill } from './drill';
export { type Circuit, loadFor, type Pad, padFor } from './load';
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
export { awgToMm2, wireFor, type WireResult } from './wire';
