export { handStepOf, orderRemoval, type OrderedSteps, planRefit, removalProblem } from './plan-steps';
export { partOfItem } from './make-steps';
export type { HandStep, HandStepKind } from './step';
