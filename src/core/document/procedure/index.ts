export { asOption, type OptionOf } from './as-option';
export { itemsInside, lineUp, placesBeside, snap, spreadOut } from './arrange';
export { type BayFact, comingPart, lastOff, recordInBay } from './bay-recording';
export {
  applyEdit,
  type DocumentPatch,
  type Edit,
  editHistory,
  freeId,
  type HistoryAction,
  type ItemPatch,
} from './edit';
export {
  type ItemIndex,
  centreOf,
  countOf,
  findItem,
  heldParts,
  indexItems,
  itemsOf,
  placeOf,
  workPart,
} from './items';
export { itemKey, type ItemRef, readItemKey } from './item-ref';
export { checkKey, isAskedBy, readCheckKey } from './recorded-checks';
export { type Likely, likelyNext } from './likely';
export { layersOf } from './layers';
export { readDocument } from './migrate';
export { asHearsay, withoutEvidence } from './hearsay';
export { mirror, mirroredSide, recordedId, turned } from './mirror';
export { countedWords, heldWords, itemWords, namedWords, severalWords, vehicleDoorWords } from './names';
export { checkOptions, listOptions } from './options';
export { type MarkedPhoto, photoIds, photosOf, photosOfItems, scaledPhoto } from './photos';
export { LONGEST_SECONDS, recordingsOfItems } from './recordings';
export { type PresenceMap, presenceOf } from './presence';
export { motionsOf, usualWay } from './motions';
export { isInSight, type Need, ownCovers, reachOf } from './reach';
export { isInside, regionShare, regionShares } from './regions';
export { DEFAULT_SCHOOLS, SCHOOL_QUESTIONS, type SchoolChoice, type Schools, schoolsFor } from './schools';
export { removalEffects, withoutUndefined } from './remove';
export { likelyPart, newFastener, newLink, newPart, startingShape } from './starting';
export { type State, parseReference, stateFor } from './references';
export {
  type Access,
  BODY,
  type Fastener,
  type Item,
  type Leaving,
  type ItemType,
  type Link,
  type MapFeature,
  type Mount,
  type OptionValues,
  type Pair,
  type PanelMap,
  type PhotoMark,
  type Part,
  type Point,
  type ProcedureDocument,
  type Recording,
  type RecordingKind,
  type Refit,
  type When,
  type TakenOver,
  type Work,
  type WorkPhase,
} from './types';
export { type DraftEdit, editBetween, foldDraft } from './draft-log';
export { type MergeConflict, mergeProcedures } from './merge';
export { withPair } from './measured';
export { applyChanges, type Change, diffProcedures } from './diff';
