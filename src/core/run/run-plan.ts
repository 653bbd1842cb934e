import type { OptionValues, ProcedureDocument } from '../procedure';
import { DEFAULT_COSTS, type CostSettings } from '../plan';

/** What a run follows, fixed when it is started: procedures at their revision, and the planned removal. */
export interface RunPlan {
  documents: ProcedureDocument[];
  options: OptionValues;
  goals: string[];
  /** Removal action keys in planned order. */
  removal: string[];
  /** The tray's bins as planned: item ("procedure/item") to bin number. */
  bins: Record<string, number>;
  /** Lines of the tick list for fitting the new parts. */
  newParts: string[];
  srsWaitSeconds?: number | null;
  costs?: CostSettings;
}

/** The cost settings a run plan was made with. */
export const costsOf = (plan: RunPlan): CostSettings => plan.costs ?? DEFAULT_COSTS;
