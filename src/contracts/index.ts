export * from './procedure';
