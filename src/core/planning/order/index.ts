export { type OrderProblem, followWish, priceOrder, transitionMs } from './problem';
export { type SolveControl, type SolvedOrder, solveOrder } from './solve';
export { vehicleFirst } from './split';
