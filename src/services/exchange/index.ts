export { exportArchive } from './export';
export { procedureFile } from './files';
export { importArchive } from './import';
export { csvOf, packArchive, type Packed } from './pack';
export { baySheet, trayLabelSheet } from './sheet';
export { Archive } from './unpack';
