export * from './log';
export * from './visit';
export * from './run';
