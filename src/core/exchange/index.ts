export {
  ARCHIVE_FORMAT,
  type ArchiveItem,
  fromWords,
  type ImportedItem,
  type ImportState,
  importState,
  kindsUsed,
  type Manifest,
  type Provenance,
  readmeText,
  stableText,
  type Standing,
  unknownKinds,
} from './archive';
export { fastenerTable, type Table } from './fasteners';
export { howTo } from './how-to';
export { wireFault, type WireLine, type WireRow, wireSearch, wiresOf, wireText, withWires } from './wires';
