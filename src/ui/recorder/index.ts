export * from './recorder';
