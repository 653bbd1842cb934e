export * from './new-procedure';
