export * from './stores';
