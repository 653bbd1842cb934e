export { aimOf, turnedTo, type Vector } from './aim';
export {
  CABLE_KINDS,
  CABLE_WORDS,
  cableKit,
  type CableKind,
  type CableLeg,
  cableProblem,
  type CableRun,
  cableText,
  parseCable,
  withCable,
} from './cable-run';
export { capacitorFor, PREFERRED_SERIES, type PreferredSeries } from './capacitor';
export { dampFor, type DampInput, type DampResult } from './damp';
export { type DepthInput, type DepthResult, spacerFor } from './depth';
export { drillSize, type DrillSet, nearestDrill } from './drill';
export { type FitChoice, fitText, parseFit } from './fit-choice';
export { betterFit, FIT_RULES, type Fitment, fitmentOf, type FitRules, type Place, type Speaker } from './fitment';
export { newPartId } from './fit-step-ids';
export { withNewSpeaker, withoutFitSteps } from './fit-steps';
export { type Fixing, FIXINGS, fixingsOf, type SpeakerFacts } from './fixing';
export { type Joint, JOINTS } from './joints';
export { type FixingQuestion, type NewPartWish, placeNewParts, type PlacedPart, type PlacedParts } from './place-new';
export { FIXING_WORDS } from './say-fixing';
export { type Circuit, padFor, soldPad } from './load';
export { ringFor, type RingInput, type RingResult } from './ring';
export { plainNumber, sayDepth, sayDrill, sayFitment, sayRing } from './say';
export { sayBehind, sayDatum, sayHole, sayOval, sayRun, sayStack, sayWire } from './say-car';
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
export { holesOn, ovalFor, ovalHoles, type OvalInput, ovalOpening, type OvalResult } from './oval';
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
export { wireRunFor, type WireRun } from './wire-run';
export type { Said } from './standing';
