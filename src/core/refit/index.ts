export { type OrderedAction, wayBackOf, withGates } from './refit';
export type { GateCheck, RefitAction, RefitNote, RefitType } from './refit-step';
