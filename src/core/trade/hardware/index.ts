export {
  BASE_CATALOGUE,
  type Catalogue,
  fastenerKindOf,
  findFastenerKind,
  findLinkKind,
  findMotion,
  findPartKind,
  linkKindOrGuess,
} from './catalogue';
export { COMMON_DRIVES, parseDrive } from './drives';
export { type OwnKind, extendCatalogue } from './extend';
export { FASTENER_KINDS, type FastenerKind } from './fastener-kinds';
export { confusionNote, fitOf } from './fits';
export { LINK_KINDS, type LinkKind } from './link-kinds';
export { MOTIONS } from './motions';
export { PART_KINDS } from './part-kinds';
export { findWorkKind, WORK_KINDS, workKindOf } from './work-kinds';
export { NAMED_TOOLS, toolFor } from './tools';
export { readWireColour, wireCode, wireWords } from './wire-colours';
