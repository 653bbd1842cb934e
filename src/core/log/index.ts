export * from './stamp';
export * from './merge';
