export { type CheckResult, checkProcedure, hasErrors } from './check';
export { checkingEffort } from './effort';
export { isNotRecorded, type Remark } from './remark';
