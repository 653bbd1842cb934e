export * from './sending';
export * from './use-log';
export * from './use-stream';
export * from './saved-words';
export * from './photo';
export * from './signed-in';
export * from './change-person';
