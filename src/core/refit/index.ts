export { planRefit } from './refit';
export type { GateCheck, RefitAction, RefitNote, RefitType } from './refit-step';
