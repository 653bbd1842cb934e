export {
  type ComparedLine,
  comparedLines,
  faultsOnArrival,
  handBackBlocks,
  unaskedGroups,
  unseenViews,
} from './compare';
export {
  CONDITIONS,
  type CheckResult,
  MARK_KINDS,
  type Stroke,
  type View,
  type VisitEvent,
  type VisitFact,
  type WaitFor,
  type Walk,
} from './events';
export {
  type CheckedLine,
  type Mark,
  type Signature,
  type VisitState,
  type Wait,
  foldVisit,
  recordsToSign,
} from './fold';
export { sealedText } from './seal';
export { type CheckLine, type CheckZone, checkLines, lineOfCheck, lineOfPart } from './lines';
export { VEHICLE_VIEWS, type VehicleView } from './outlines';
export { COMPARISON_WORDS, RESULT_WORDS, WAIT_WORDS, laterWords, resultWords } from './words';
