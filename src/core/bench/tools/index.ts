export { aimOf, turnedTo, type Vector } from './aim';
export { capacitorFor, PREFERRED_SERIES, type PreferredSeries } from './capacitor';
export { dampFor, type DampInput, type DampResult } from './damp';
export { type DepthInput, type DepthResult, spacerFor } from './depth';
export { drillSize, type DrillSet, nearestDrill } from './drill';
export {
  betterFit,
  FIT_RULES,
  type Fitment,
  fitmentOf,
  type FitRules,
  type Obstacle,
  screwsMeet,
  type Place,
  type Speaker,
} from './fitment';
export { type Circuit, padFor, soldPad } from './load';
export { type HolePattern, ringFor, type RingInput, type RingResult } from './ring';
export { obstacleWords, plainNumber, sayDepth, sayDrill, sayFitment, sayRing } from './say';
export { gaugeName, sayBehind, sayDatum, sayHole, sayOval, sayRun, sayStack, sayWire } from './say-car';
export { sayAim, sayCapacitor, sayFactory, sayLevel, sayLoad, sayPad, sayPhase, sayPolarity } from './say-sound';
export { parseMm } from './typed-size';
export { awgToMm2, wireFor } from './wire';
export { parseCircuit } from './circuit-text';
export { COVERAGES, type DampDoor, dampDoorOf, flippedPieces, measuredAreas, RATTLE_LIST } from './damp-door';
export {
  amplifierLoad,
  type FactoryDriver,
  factoryLoads,
  levelDifferenceDb,
  type FactoryPlace,
  type Loudness,
  mayReplace,
  settingRatio,
  TWEETER_SETTINGS,
} from './level';
export {
  BEHIND,
  type BehindAnswers,
  CLEARANCE_SIZES,
  clearanceFor,
  type Datum,
  ceilingRoom,
  depthStop,
  holeRoom,
  type Layer,
  screwThrough,
  GROMMET_MM,
  markOn,
  mayCut,
  pilotFor,
  stepFor,
  TAPPER_SIZES,
} from './marking';
export { DEPTH_TOOL, placeMeasured, RING_TOOL } from './measured-place';
export { holesOn, ovalFor, ovalHoles, type OvalInput, ovalOpening, type OvalResult, USUAL_SQUARENESS } from './oval';
export {
  BLADES_MM,
  observe,
  phaseOf,
  type PhaseCheck,
  POLARITY_TESTS,
  type PolarityEvidence,
  type PolarityMethod,
  polarityOf,
  sharedReturns,
  type SimulatedSpeaker,
  sureBy,
  SURE_ENOUGH,
} from './polarity';
export {
  mirroredTemplate,
  ovalTemplate,
  ringTemplate,
  type Template,
  type TemplateLayer,
  templateSvg,
} from './template';
export {
  channelCall,
  CHANNELS,
  type ChannelCode,
  levelOf,
  pinkNoise,
  polarityPulse,
  SAFE_DB,
  sweep,
  sweepAt,
  type Tone,
  wavOf,
} from './tones';
export { wireRunFor, type WireRun, type WireRunResult } from './wire-run';
export type { Said } from './standing';
export { FUSE_WITHIN_MM, type PowerWire } from './power-wire';
