export { type OrderedAction, wayBackOf, withGates } from './refit';
export type { CheckFact, GateCheck, GateKind, RefitAction, RefitNote, RefitType } from './refit-step';
