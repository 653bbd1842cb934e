export type { FoundView } from './search';
export { INSIGHT_TABLES, type InsightsView, type InsightTable } from './insights';
export type { BaySheet, SheetStep, TrayLabel } from './sheet';
export {
  type LaterLine,
  MOST_PRINTED_PHOTOS,
  type Report,
  type RunReport,
  type SealedSignature,
  type VisitReport,
} from './report';
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
export type {
  JobView,
  RunStanding,
  VisitStanding,
  JobStanding,
  FlagView,
  CustomerView,
  FormerJobView,
  VehicleQuestions,
} from './jobs';
export type { BranchView } from './branches';
export type { RunStart, VisitView } from './bay';
export type { PlanView } from './plan';
export type { DeliveryView, ShopToolView, StoreKitView, StoreRowView, StoresView, SupplyOrderView } from './stores';
export { type CostForm, DEFAULT_COST_FORM, costSettings } from './costs';
export {
  type BenchResultView,
  DEFAULT_QUOTES,
  type MountView,
  type QuoteSettings,
  type SettingsForm,
  type SkinView,
  TRAY_SIZES,
  type QuotePrice,
  type VehicleWait,
} from './shop';
export type { QuotePrint, QuotesView, QuoteView } from './quotes';
export type { DayConflictView, DayJobView, DaySuggestionView, DayView } from './day';
export type {
  DueView,
  PastRehearsalView,
  RehearsalView,
  RehearseChoices,
  RehearseView,
  TaskView,
  TestersView,
} from './rehearse';
