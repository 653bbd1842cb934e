export { type OrderedAction, type WayBack, wayBackOf, withGates } from './refit';
export type { GateCheck, RefitAction, RefitNote } from './refit-step';
