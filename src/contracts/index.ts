export * from './costs';
export * from './procedure';
export * from './event';
export * from './forms';
export * from './views';
