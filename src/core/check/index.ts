export { type CheckResult, checkProcedure, hasErrors } from './check';
export type { Finding } from './finding';
