import { BASE_CATALOGUE, extendCatalogue, type Catalogue, type OwnKind } from '../../trade';
import type { OptionValues, ProcedureDocument, Schools } from '../../document';
import type { Duration, Pace } from '../../shop';
import { DEFAULT_COSTS, type CostSettings, type HandStep, type TestSet } from '../../planning';
import type { WaitSource } from '../wording';
import type { Plan } from './plan-types';

/** The version of run plans that this program writes; older ones are migrated when they are read. */
export const RUN_PLAN_VERSION = 9;

/** What a run follows, fixed when it is started: procedures at their revision, and the planned removal. */
export interface RunPlan {
  version: typeof RUN_PLAN_VERSION;
  /** The version that wrote it, where that was an older one. */
  writtenAs?: number;
  documents: ProcedureDocument[];
  options: OptionValues;
  goals: string[];
  /** Removal action keys in planned order. */
  removal: string[];
  /** Keys of the actions that the planned way back takes, in planned order: what is really put back follows it as far as it goes. */
  refit: string[];
  /** The removal's actions gathered into what a hand does in one go, in order. */
  steps: HandStep[];
  /** The steps of work between apart and together, in order. */
  fit: HandStep[];
  /** Keys of the work that is done on the way back. */
  backWork: string[];
  /** For each removal action, by key, those it directly waits for, by the ways in that were taken. */
  waitsFor: Record<string, string[]>;
  /** For each item with several ways in, by `itemKey`, the index of the one that was taken. */
  waysTaken: Record<string, number>;
  /** The tray's bins as planned: item ("procedure/item") to bin number. */
  bins: Record<string, number>;
  /** For each planned action the chain of reasons down to a goal. */
  why: Record<string, string[]>;
  /** What to lay out, by name, with what must not be taken in its place. */
  tools: { tool: string; name: string; notes: string[] }[];
  /** Bins of the tray that was laid out. */
  trayBins?: number;
  /** What found no bin: taped to its part with this label. */
  taped?: Record<string, string>;
  cautions: { code: string; text: string }[];
  /** Lines of the tick list for fitting the new parts. */
  newParts: string[];
  /** Parts of several zones that are tried as one. */
  sets?: TestSet[];
  /** What still dries when putting back begins, by key of its wait, with the milliseconds it has left. */
  drying?: Record<string, number>;
  /** Procedures that were not recorded for exactly this vehicle, with what differs and what is not known. */
  unverified?: { procedure: string; differs: string[]; unknown: string[] }[];
  srsWaitSeconds?: number | null;
  srsWait?: WaitSource | null;
  /** Where the maker says that what an airbag plug ties may hang on it under power. */
  srsMayHang?: string | null;
  /** The ways of working that were followed when the run was opened, and as sentences. */
  schools?: Schools;
  ways?: string[];
  costs?: CostSettings;
  /** The shop's own fastener kinds as they were when the run was opened. */
  ownKinds?: OwnKind[];
  /** Fasteners of sister doors and other years that hold the same kind of part: where else to look when it will not move. */
  elsewhere?: {
    part: string;
    words: string;
    at: [number, number] | null;
    from: string;
    /** Of another model: a last thought, never before anything of the run's own procedures. */
    isOtherModel?: boolean;
  }[];
  /** How often earlier runs found each cause of a stuck part: "procedure/part|culprit" to a count. */
  misses?: Record<string, number>;
  /** The shop's pace against the catalogue's times when the run was opened. */
  pace?: Pace;
  /** A second person's time, for what one does not do alone, seconds. */
  secondHandsSeconds?: number;
  /** How long the plan says it takes, work alone, and the seconds of waiting for something to dry besides. */
  time?: Duration;
  waitSeconds?: number;
  /** What its steps take by themselves, milliseconds: what is left of it is what is left of these. */
  ownMs?: { apart: number; fit: number; back: number };
  /** What the work should take at the catalogue's pace, seconds. */
  standardSeconds?: number;
}

/** Fixes a plan for a run. */
export function runPlanOf(
  plan: Plan,
  basis: Pick<
    RunPlan,
    | 'documents'
    | 'options'
    | 'goals'
    | 'newParts'
    | 'srsWaitSeconds'
    | 'srsWait'
    | 'srsMayHang'
    | 'costs'
    | 'ownKinds'
    | 'standardSeconds'
    | 'unverified'
    | 'elsewhere'
    | 'misses'
    | 'trayBins'
  >,
): RunPlan {
  return {
    ...basis,
    version: RUN_PLAN_VERSION,
    removal: plan.removal.map((action) => action.key),
    refit: plan.refit.flatMap(({ gate, key }) => (gate ? [] : [key])),
    sets: plan.sets,
    drying: plan.drying,
    secondHandsSeconds: plan.secondHandsSeconds,
    time: plan.time,
    waitSeconds: plan.waitSeconds,
    ownMs: { apart: sumOf(plan.removal), fit: sumOf(plan.fit), back: sumOf(plan.refit) },
    steps: plan.handSteps,
    fit: plan.fitSteps,
    backWork: plan.backWork,
    waitsFor: Object.fromEntries(
      plan.removal.map(({ key }, at) => [key, plan.before[at].map((need) => plan.removal[need].key)]),
    ),
    waysTaken: plan.waysTaken,
    bins: Object.fromEntries(plan.tray.flatMap(({ bin, items }) => items.map((item) => [item, bin]))),
    taped: Object.fromEntries(plan.taped.map(({ item, label }) => [item, label])),
    why: Object.fromEntries(plan.removal.map((action) => [action.key, action.why])),
    tools: plan.tools.map(({ tool, name, notes }) => ({ tool, name, notes })),
    pace: plan.pace,
    schools: plan.schools,
    ways: plan.ways,
    cautions: plan.cautions.map(({ code, text }) => ({ code, text })),
  };
}

const sumOf = (all: readonly { ms: number; type: string }[]) =>
  all.reduce((sum, { ms, type }) => sum + (type === 'dry' ? 0 : ms), 0);

/** Whether a run goes by the airbag rules of plans before version 6: a wait taken on trust, a part moved with a live link on it. */
export const goesByOldSrsRules = ({ writtenAs }: Pick<RunPlan, 'writtenAs'>): boolean =>
  writtenAs !== undefined && writtenAs < 6;

/** Whether a run goes back as plans before version 7 had it: tests before the outermost part closes, clips counted as the card is seated. */
export const goesBackOldWay = ({ writtenAs }: Pick<RunPlan, 'writtenAs'>): boolean =>
  writtenAs !== undefined && writtenAs < 7;

/** The cost settings a run plan was made with. */
export const costsOf = (plan: Pick<RunPlan, 'costs'>): CostSettings => plan.costs ?? DEFAULT_COSTS;

/** The catalogue with the shop's own kinds as they were when the run was opened. */
export const catalogueOf = (plan: RunPlan): Catalogue => extendCatalogue(BASE_CATALOGUE, plan.ownKinds ?? []);
