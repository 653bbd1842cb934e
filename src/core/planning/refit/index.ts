export { type Covers, coversOf } from './covers';
export { type GateRef, readGateKey } from './gate-key';
export { carriersOf } from './hands';
export { inOrder, type OrderedAction } from './in-order';
export { type BackOptions, type WayBack, wayBackOf } from './refit';
export type { RefitGraph } from './refit-graph';
export { replacedParts, staysOut } from './replaced';
export {
  answersEachLine,
  type CheckFact,
  checkOf,
  type GateCheck,
  type GateKind,
  type RefitAction,
  type RefitNote,
} from './refit-step';
export { plainStepsFor } from './refit-steps';
export { testFor } from './tests';
export type { TestSet } from './trials';
