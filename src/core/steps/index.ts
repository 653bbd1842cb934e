export { handStepOf, orderRemoval, type OrderedSteps, planRefit } from './plan-steps';
export { partOfItem } from './make-steps';
export type { HandStep, HandStepKind } from './step';
