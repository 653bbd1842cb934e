export * from './graph';
export * from './check';
export * from './teardown';
export * from './order';
export * from './refit';
export * from './steps';
export * from './way-back-6';
export * from './layout';
