export * from './procedure';
export * from './drawing';
export * from './notation';
