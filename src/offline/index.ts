export * from './store';
export * from './take-photo';
export * from './device';
