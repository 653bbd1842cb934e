export { deviceName, nextSequence } from './device';
export { exchange, logAddress } from './exchange';
export { forgetPerson } from './leave';
export { sendLeftBehind } from './send-left-behind';
export { sendPhotos } from './send-photos';
export { NOTHING_SENT, SendingStore } from './sending';
export { isLeaving, noteLeaving, noteSessionEnd, sessionEnd } from './session-end';
export { findPhoto, keepEvents, listLocal, listUnsent, listWaitingPhotos } from './store';
export { UnreadableFile, takePhoto } from './take-photo';
