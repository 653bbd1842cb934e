import { DEFAULT_COSTS, type CostSettings } from '../../core/planning';

/** The order's prices as people write them: seconds, and millimetres a second. */
export interface CostForm {
  toolChangeSeconds: number;
  bareHandSeconds: number;
  partChangeSeconds: number;
  moveMmPerSecond: number;
  zoneMoveSeconds: number;
  sideMoveSeconds: number;
}

/** The prices of a new shop. */
export const DEFAULT_COST_FORM: CostForm = {
  toolChangeSeconds: DEFAULT_COSTS.toolChangeMs / 1000,
  bareHandSeconds: DEFAULT_COSTS.bareHandMs / 1000,
  partChangeSeconds: DEFAULT_COSTS.partChangeMs / 1000,
  moveMmPerSecond: DEFAULT_COSTS.moveMmPerSecond,
  zoneMoveSeconds: DEFAULT_COSTS.zoneMoveMs / 1000,
  sideMoveSeconds: DEFAULT_COSTS.sideMoveMs / 1000,
};

/** The prices the planner works with, whole milliseconds. */
export const costSettings = (form: CostForm): CostSettings => ({
  toolChangeMs: Math.round(form.toolChangeSeconds * 1000),
  bareHandMs: Math.round(form.bareHandSeconds * 1000),
  partChangeMs: Math.round(form.partChangeSeconds * 1000),
  moveMmPerSecond: form.moveMmPerSecond,
  zoneMoveMs: Math.round(form.zoneMoveSeconds * 1000),
  sideMoveMs: Math.round(form.sideMoveSeconds * 1000),
});
