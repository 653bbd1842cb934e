export type { RefitStep } from './refit-step';
export { planRefit } from './refit';
