export * from './visit';
