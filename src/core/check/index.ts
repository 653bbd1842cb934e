export { type CheckResult, checkProcedure, hasErrors } from './check';
export type { Remark } from './remark';
