export { ChangePerson } from './change-person';
export { Photo, PhotoButton } from './photo';
export { SavedWords } from './saved-words';
export { SignedIn } from './signed-in';
export { useLog, type LogHandle, type Recordable } from './use-log';
export { ReadGuard, useIsRead } from './read-guard';
export * from './use-stream';
