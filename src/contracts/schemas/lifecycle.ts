import Joi from 'joi';

/** Asks a lead to look at a draft, or takes that back. */
export const reviewSchema = Joi.object<{ version: number; ask: boolean }>({
  version: Joi.number().integer().min(1).required(),
  ask: Joi.boolean().required(),
});

export interface RetireForm {
  why?: string;
  replacedBy?: string;
}
export const retireSchema = Joi.object<RetireForm>({
  why: Joi.string().trim().min(1).max(400),
  replacedBy: Joi.string().trim().min(1).max(80),
});

export interface CommentForm {
  id: string;
  item?: string;
  words: string;
}
export const commentSchema = Joi.object<CommentForm>({
  id: Joi.string().guid().required(),
  item: Joi.string().max(80),
  words: Joi.string().trim().min(1).max(1000).required(),
});

/** For what else a procedure is derived; what is not given stays as it was. */
export interface VariantForm {
  make?: string;
  model?: string;
  from?: number;
  to?: number;
  body?: string;
  zone?: string;
  side?: 'left' | 'right';
}
const year = Joi.number().integer().min(1900).max(2100);
const name = Joi.string().trim().min(1).max(80);
export const variantSchema = Joi.object<VariantForm>({
  make: name,
  model: name,
  from: year,
  to: year.min(Joi.ref('from')).messages({ 'number.min': 'The last year comes after the first.' }),
  body: name,
  zone: Joi.string().max(80),
  side: Joi.valid('left', 'right'),
})
  .min(1)
  .messages({ 'object.min': 'Say for what else: another year, body, zone or side.' });
