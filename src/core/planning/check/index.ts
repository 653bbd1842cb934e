export { type CheckResult, checkProcedure, hasErrors } from './check';
export { checkingEffort } from './effort';
export type { Remark } from './remark';
