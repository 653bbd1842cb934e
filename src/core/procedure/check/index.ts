export * from './finding';
export * from './check';
