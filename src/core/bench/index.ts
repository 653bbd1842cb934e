export * from './tools';
export * from './fitting';
