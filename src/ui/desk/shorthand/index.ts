export * from './shorthand';
