export * from './catalogue';
export * from './http';
export * from './plate';
export * from './page-head';
export * from './use-send';
export * from './trouble';
export * from './field';
