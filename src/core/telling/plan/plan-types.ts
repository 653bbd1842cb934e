import type { Catalogue, Sentence } from '../../trade';
import type { Duration, Pace } from '../../shop';
import type { OptionValues, ProcedureDocument, SchoolChoice, Schools } from '../../document';
import type {
  Action,
  CostSettings,
  Caution,
  Material,
  Replacement,
  ShopHistory,
  Spare,
  ToolNeed,
  LabelledBin,
  HandStep,
  HandStepKind,
  TestSet,
} from '../../planning';
import type { RefitStep, RouteTaken, Staying, WaitSource } from '../wording';

/** What the shop has decided about safety and prices. */
export interface ShopPolicy {
  /** The shop's ways of working; a procedure's own and the job's go before them. */
  schools?: Schools;
  jobSchools?: SchoolChoice[];
  /** The wait after battery-off in seconds, where somebody has entered it with its source. */
  srsWaitSeconds?: number | null;
  /** Where that figure is from, and whether it is only the shop's usual one and not this vehicle's. */
  srsWait?: WaitSource | null;
  /** Where the maker says that what an airbag plug ties may hang on it under power; without it the part is home before power. */
  srsMayHang?: string | null;
  costs?: CostSettings;
  /** Compartments of the tray at hand; without it every class gets one of its own. */
  trayBins?: number;
  /** How sure to be of having enough spares, 0…1. */
  spareLevel?: number;
  history?: ShopHistory;
}

/** What is wanted, on what, under which option values. */
export interface PlanRequest {
  documents: ProcedureDocument[];
  goals: string[];
  options: OptionValues;
  policy?: ShopPolicy;
  /** Parts of several zones that are tried as one, each set as its members are written, with commas. */
  sets?: string[];
  order?: 'best' | 'recorded';
  catalogue?: Catalogue;
}

/** One removal action with its reasons, its bin and the cautions it needs. */
export interface PlannedAction extends Action {
  why: string[];
  bin: number | null;
}

/** What a hand does in one go, in words, with its actions, bins and reason. */
export interface PlannedStep {
  key: string;
  kind: HandStepKind;
  procedure: string | null;
  part: string | null;
  /** Keys of its actions, in order. */
  actions: string[];
  title: Sentence;
  detail: Sentence;
  where: Sentence;
  tool: string;
  seconds: number;
  /** How many people it takes. */
  hands: 1 | 2;
  bins: number[];
  /** The chain of reasons down to the goal; empty on the way back. */
  why: Sentence[];
  /** The first of them without its subject, which the title is about; null where there is none. */
  because: Sentence | null;
}

/** Seconds are of the removal: own times, tool changes and moves. */
export interface PlanCost {
  seconds: number;
  toolChanges: number;
  lowerBound: number;
  optimal: boolean;
}

/** The whole answer: removal, refit, what to lay out, what it costs, what is not known. */
export interface Plan {
  removal: PlannedAction[];
  /** For each removal action, by position, the positions of those it directly waits for, by the ways in that were taken. */
  before: number[][];
  /** For each item with several ways in, by `itemKey`, the index of the one that was taken. */
  waysTaken: Record<string, number>;
  refit: RefitStep[];
  /** What is tried as one, of what the plan opens. */
  sets: TestSet[];
  /** What still dries when putting back begins, by key of its wait, with the milliseconds it has left. */
  drying: Record<string, number>;
  /** Seconds of waiting for work to dry that nothing else of the job fills; no part of the work's time. */
  waitSeconds: number;
  /** Seconds of a second person, for what one does not do alone. */
  secondHandsSeconds: number;
  /** The removal's steps as a run follows them. */
  handSteps: HandStep[];
  /** Work between apart and together, in order, and the steps it makes. */
  fit: PlannedAction[];
  fitSteps: HandStep[];
  /** Keys of the work that is done on the way back. */
  backWork: string[];
  /** Worth doing while one is in there: offered, never required. */
  whileOpen: { procedure: string; item: string; words: string }[];
  /** What the hands do: actions gathered into steps. `removal` and `refit` stand in the order of these. */
  steps: { removal: PlannedStep[]; fit: PlannedStep[]; refit: PlannedStep[] };
  tools: ToolNeed[];
  tray: LabelledBin[];
  /** What finds no bin in the tray at hand: taped to its part with this label. */
  taped: { item: string; label: string }[];
  /** Bins without which something could be mixed up. */
  fewestBins: number;
  staysOn: Record<string, string>;
  spares: Spare[];
  replacements: Replacement[];
  /** What work uses up. */
  materials: Material[];
  /** How long the shop takes against the catalogue's times: what `time` was worked out with. */
  pace: Pace;
  time: Duration;
  stays: Staying[];
  cautions: Caution[];
  /** The ways of working that this plan follows, where they say something, one sentence each. */
  ways: string[];
  schools: Schools;
  unknownOptions: string[];
  missingProcedures: string[];
  cost: PlanCost;
  recorded: { seconds: number; toolChanges: number };
  /** The same for the way back. */
  refitCost: PlanCost;
  routesTaken: RouteTaken[];
}

/** Why there is no plan. */
export interface PlanProblem {
  code: string;
  message: string;
  items: string[];
}

export type PlanResult = { ok: true; plan: Plan } | { ok: false; problems: PlanProblem[] };
