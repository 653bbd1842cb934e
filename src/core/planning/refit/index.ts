export { type OrderedAction, type WayBack, wayBackOf, withGates } from './refit';
export { replacedParts, staysOut } from './replaced';
export type { CheckFact, GateCheck, RefitAction, RefitNote } from './refit-step';
export { testFor } from './tests';
