export { completeLine } from './complete';
export { printItem } from './print';
export { readNotes } from './read-notes';
export { suggestDrives } from './suggest';
