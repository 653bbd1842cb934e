export { followRefit as followRefitBefore7 } from './follow-refit';
export { testBefore7 } from './tests';
