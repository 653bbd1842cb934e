export { type LaterLine, MOST_PRINTED_PHOTOS, type Report, type RunReport } from './report';
export type {
  CustomerView,
  DeviceView,
  FindingView,
  FlagView,
  JobStanding,
  PersonView,
  PlanView,
  ProcedureRowView,
  ProcedureView,
  RelativeView,
  RunStanding,
  RunStart,
  StoresView,
  VerificationView,
  VisitStanding,
  VisitView,
} from './views';
