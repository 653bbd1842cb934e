export * from './plan-page';
export * from './plan-address';
export * from './use-plan';
