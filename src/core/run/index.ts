export * from './events';
export * from './fold';
export * from './ledger';
export * from './run-plan';
export * from './view';
export * from './one-move';
export * from './take-back';
export * from './active-time';
