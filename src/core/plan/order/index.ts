export { type OrderProblem, priceOrder, followWish, transitionMs, trivialBoundMs } from './problem';
export { solveOrder, type SolvedOrder, type SolveControl } from './solve';
export { greedyOrder } from './greedy';
export { improveOrder } from './improve';
export { vehicleFirst } from './split';
export { recordedWish } from './recorded';
