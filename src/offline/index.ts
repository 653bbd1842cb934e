export * from './store';
export * from './leave';
export * from './take-photo';
export * from './device';
