export { type Edit, applyEdit, editHistory, freeId } from './edit';
export { type ItemIndex, centreOf, countOf, findItem, heldParts, indexItems, placeOf } from './items';
export { itemKey, type ItemRef, readItemKey } from './item-ref';
export { layersOf } from './layers';
export { readDocument } from './migrate';
export { mirror, mirroredSide, recordedId } from './mirror';
export { countedWords, heldWords, itemWords } from './names';
export { checkOptions, listOptions } from './options';
export { type PresenceMap, presenceOf } from './presence';
export { isInSight, type Need, ownCovers, reachOf } from './reach';
export { type State, parseReference, stateFor } from './references';
export {
  BODY,
  type Fastener,
  type Item,
  type ItemType,
  type Link,
  type OptionValues,
  type PanelMap,
  type Part,
  type Point,
  type ProcedureDocument,
  type When,
} from './types';
