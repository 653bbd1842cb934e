export { keepConflicts, type RouteChoice, routeChoices, staying, type StayingPart, type WayCost } from './explain';
export { goalText, parseGoal } from './goals';
export { type LeastTeardown, leastTeardown } from './least-teardown';
export { type GoalProblem, resolveGoals } from './resolve-goals';
export { chainFrom, reasonChains } from './why';
