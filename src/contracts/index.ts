export * from './procedure';
export * from './event';
