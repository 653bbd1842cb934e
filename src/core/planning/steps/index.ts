export { type FollowedRemoval, followRemoval } from './follow-removal';
export { fillWaits } from './fill-waits';
export { followRefit } from './follow-refit';
export { orderRemoval, type OrderedSteps, planRefit, removalProblem } from './plan-steps';
export { handStepOf } from './removal-steps';
export { Grouping } from './grouping';
export { carrierOf, type Grouped, isSrs, joinAlike, joinAll, ownOf, partOfItem, ranksOf, stepsOf } from './make-steps';
export type { HandStep, HandStepKind, RefitStepKind, StepOrder } from './step';
export type { BackInOrder } from './way-back';
