export * from './wording';
export * from './plan';
