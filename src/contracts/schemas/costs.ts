import Joi from 'joi';
import { DEFAULT_COST_FORM, type CostForm } from '../views';

const seconds = (usual: number) => Joi.number().min(0).max(600).default(usual);

/**
 * Prices; those left out are the usual ones. Moving between zones may not cost more than twice a move between sides: else the long way round would be
 * shorter than the straight one, and no order could be proved best.
 */
export const costSchema = Joi.object<CostForm>({
  toolChangeSeconds: seconds(DEFAULT_COST_FORM.toolChangeSeconds),
  bareHandSeconds: seconds(DEFAULT_COST_FORM.bareHandSeconds),
  partChangeSeconds: seconds(DEFAULT_COST_FORM.partChangeSeconds),
  moveMmPerSecond: Joi.number().min(10).max(10_000).default(DEFAULT_COST_FORM.moveMmPerSecond),
  zoneMoveSeconds: seconds(DEFAULT_COST_FORM.zoneMoveSeconds),
  sideMoveSeconds: seconds(DEFAULT_COST_FORM.sideMoveSeconds),
})
  .custom((value: CostForm, helpers) =>
    value.zoneMoveSeconds > 2 * value.sideMoveSeconds ? helpers.error('cost.detour') : value,
  )
  .messages({ 'cost.detour': 'A move between zones may cost at most twice a move between sides.' });
