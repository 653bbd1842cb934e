export { type FollowedRemoval, followRemoval } from './follow-removal';
export { followRefit } from './follow-refit';
export { orderRemoval, type OrderedSteps, planRefit, removalProblem } from './plan-steps';
export { handStepOf } from './removal-steps';
export { partOfItem, ranksOf } from './make-steps';
export type { HandStep, HandStepKind } from './step';
