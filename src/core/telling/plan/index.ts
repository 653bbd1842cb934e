export type { Plan, PlanProblem, PlanRequest, PlanResult, PlannedAction, PlannedStep, ShopPolicy } from './plan-types';
export { makePlan } from './plan';
export { wholeGoals } from './whole';
export { SUMMARY_VERSION, type Summary, summarise } from './summary';
export { readSets } from './sets';
export { recordedWish } from './recorded';
export { readRunPlan } from './migrate';
export { type RunPlan, catalogueOf, goesBackOldWay, goesByOldSrsRules, runPlanOf } from './run-plan';
