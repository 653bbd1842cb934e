export * from './library';
