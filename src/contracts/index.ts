export * from './body-limits';
export * from './json-shape';
export * from './costs';
export * from './procedure';
export * from './event';
export * from './forms';
export * from './views';
export * from './report';
