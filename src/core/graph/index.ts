export type { Action } from './action';
export { WORD, wordsFor } from './bits';
export { buildGraph } from './build-graph';
export { carryOut } from './carry-out';
export { type CostSettings, DEFAULT_COSTS, type Place, dearestToolMs, moveMs, toolChangeMs } from './costs';
export { type ActionGraph, reachKey, stateKey } from './graph';
export { findLoop, precedenceOf } from './precedence';
export { NEVER, OutOfTime, type ShouldStop, goOn } from './stop';
