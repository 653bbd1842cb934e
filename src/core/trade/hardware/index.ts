export {
  BASE_CATALOGUE,
  type Catalogue,
  comesBackNew,
  fastenerKindOf,
  findFastenerKind,
  findLinkKind,
  findMotion,
  findPartKind,
  linkKindOrGuess,
} from './catalogue';
export { comesBackOnNut } from './comes-back';
export { HARD_FROM, slowedBy } from './difficulty';
export { COMMON_DRIVES, parseDrive } from './drives';
export { type OwnKind, extendCatalogue } from './extend';
export { FASTENER_KINDS, fastenersOffered, type FastenerCode, type FastenerKind, type Glyph } from './fastener-kinds';
export { confusionNote, fitOf } from './fits';
export type { Broken, Grip } from './grip';
export { LINK_KINDS, linksOffered, type LinkCode, type LinkKind, type LinkMark } from './link-kinds';
export { MOTIONS } from './motions';
export { PART_KINDS, type PartKind, partsOffered, usualMotions } from './part-kinds';
export { findWorkKind, RESTORE_RANK, WORK_KINDS, workKindOf, workSeconds } from './work-kinds';
export { NAMED_TOOLS, toolFor } from './tools';
export { readWireColour, wireCode, wireWords } from './wire-colours';
