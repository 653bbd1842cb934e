export * from './plan-page';
