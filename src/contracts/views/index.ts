export type { BaySheet, SheetStep, TrayLabel } from './sheet';
export { type LaterLine, MOST_PRINTED_PHOTOS, type Report, type RunReport } from './report';
export type { PersonView, DeviceView } from './people';
export type {
  DecisionView,
  LibraryRowView,
  OriginView,
  ProcedureRowView,
  ProcedureView,
  ProposalView,
  RelativeView,
  VerificationView,
  WireView,
} from './procedures';
export type { RunStanding, VisitStanding, JobStanding, FlagView, CustomerView, VehicleQuestions } from './jobs';
export type { RunStart, VisitView } from './bay';
export type { PlanView } from './plan';
export type { StoresView } from './stores';
export { type CostForm, DEFAULT_COST_FORM, costSettings } from './costs';
export { type BenchResultView, type MountView, type SettingsForm, type SkinView, TRAY_SIZES } from './shop';
