export * from './settings';
