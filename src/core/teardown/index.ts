export { type RouteTaken, type Staying, keepConflicts, routesTaken, staying } from './explain';
export { type LeastTeardown, leastTeardown } from './least-teardown';
export { reasonChains, whyChain } from './why';
export { resolveGoals } from './resolve-goals';
