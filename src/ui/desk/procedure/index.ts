export { ProcedurePage } from './procedure-page';
