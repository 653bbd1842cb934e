export {
  conflictsOf,
  conflictWords,
  type DayJob,
  type DayOrder,
  type DayProblem,
  LATE_WORDS,
  orderDay,
  type PlacedJob,
  projectDay,
  spanWords,
  workWords,
} from './day';
export { reorderOf, type Stocked, withSubstitutes } from './reorder';
export type { StoreItem } from './store-item';
export { type Cents, centsIn, moneyWords, wholeCents } from './money';
export {
  againstActual,
  type AgainstActual,
  chargedHours,
  labourLine,
  type LabourSchool,
  type LabourTerms,
  lineCents,
  type QuoteLine,
  totalsOf,
  type TaxTerms,
} from './quote';
