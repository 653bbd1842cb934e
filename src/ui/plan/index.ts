export * from './plan-page';
export type { JobChoice } from './open-run';
