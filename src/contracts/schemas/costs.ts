import Joi from 'joi';
import { DEFAULT_COSTS, type CostSettings } from '../../core/graph';

/** The order's prices as people write them: seconds, and millimetres a second. */
export interface CostForm {
  toolChangeSeconds: number;
  bareHandSeconds: number;
  moveMmPerSecond: number;
  zoneMoveSeconds: number;
  sideMoveSeconds: number;
}

/** The prices of a new shop. */
export const DEFAULT_COST_FORM: CostForm = {
  toolChangeSeconds: DEFAULT_COSTS.toolChangeMs / 1000,
  bareHandSeconds: DEFAULT_COSTS.bareHandMs / 1000,
  moveMmPerSecond: DEFAULT_COSTS.moveMmPerSecond,
  zoneMoveSeconds: DEFAULT_COSTS.zoneMoveMs / 1000,
  sideMoveSeconds: DEFAULT_COSTS.sideMoveMs / 1000,
};

const seconds = (usual: number) => Joi.number().min(0).max(600).default(usual);

/**
 * Prices; those left out are the usual ones. Moving between zones may not cost more than twice a move between sides: else the long way round would be
 * shorter than the straight one, and no order could be proved best.
 */
export const costSchema = Joi.object<CostForm>({
  toolChangeSeconds: seconds(DEFAULT_COST_FORM.toolChangeSeconds),
  bareHandSeconds: seconds(DEFAULT_COST_FORM.bareHandSeconds),
  moveMmPerSecond: Joi.number().min(10).max(10_000).default(DEFAULT_COST_FORM.moveMmPerSecond),
  zoneMoveSeconds: seconds(DEFAULT_COST_FORM.zoneMoveSeconds),
  sideMoveSeconds: seconds(DEFAULT_COST_FORM.sideMoveSeconds),
})
  .custom((value: CostForm, helpers) =>
    value.zoneMoveSeconds > 2 * value.sideMoveSeconds ? helpers.error('cost.detour') : value,
  )
  .messages({ 'cost.detour': 'A move between zones may cost at most twice a move between sides.' });

/** The prices the planner works with, whole milliseconds. */
export const costSettings = (form: CostForm): CostSettings => ({
  toolChangeMs: Math.round(form.toolChangeSeconds * 1000),
  bareHandMs: Math.round(form.bareHandSeconds * 1000),
  moveMmPerSecond: form.moveMmPerSecond,
  zoneMoveMs: Math.round(form.zoneMoveSeconds * 1000),
  sideMoveMs: Math.round(form.sideMoveSeconds * 1000),
});
