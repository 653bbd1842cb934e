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
export { type FitChoice, fitText, parseFit } from './fit-choice';
export { newPartId } from './fit-step-ids';
export { withNewSpeaker, withoutFitSteps } from './fit-steps';
export { type Fixing, FIXINGS, isFixing, fixingsOf, type SpeakerFacts } from './fixing';
export { type Joint, JOINTS } from './joints';
export { type FixingQuestion, type NewPartWish, placeNewParts, type PlacedPart, type PlacedParts } from './place-new';
export { FIXING_WORDS } from './say-fixing';
