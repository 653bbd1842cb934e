export { exportArchive, planOfAll } from './export';
export { procedureFile } from './files';
export { type ImportAnswer, importArchive, type ImportOptions } from './import';
export { csvOf, documentHash, mapSvg, packArchive, type Packed, wireTable } from './pack';
export { baySheet, trayLabelSheet } from './sheet';
export { Archive, type ArchiveSource } from './unpack';
