import Joi from 'joi';
import type { QuoteLine } from '../../core/shop';
import type { Stroke } from '../../core/bay';

const CENTS = 100_000_000_00;
const line = Joi.object<QuoteLine>({
  id: Joi.string().min(1).max(80).required(),
  kind: Joi.valid('labour', 'part', 'material', 'other').required(),
  words: Joi.string().trim().min(1).max(200).required().messages({ 'string.empty': 'Say what each line is for.' }),
  quantity: Joi.number().min(0).max(10_000).required(),
  unitCents: Joi.number().integer().min(-CENTS).max(CENTS).required(),
  isOption: Joi.boolean().required(),
  likelySeconds: Joi.number().min(0).max(1e7),
  safeSeconds: Joi.number().min(0).max(1e7),
});

/** A quote to be sent. */
export interface QuoteForm {
  id: string;
  lines: QuoteLine[];
  words: string;
  /** Whether it says when the vehicle will be ready. */
  promises: boolean;
}
export const quoteSchema = Joi.object<QuoteForm>({
  id: Joi.string().guid().required(),
  lines: Joi.array()
    .items(line)
    .min(1)
    .max(100)
    .unique('id')
    .required()
    .messages({ 'array.min': 'A quote has at least one line.' }),
  words: Joi.string().trim().max(1000).allow('').default(''),
  promises: Joi.boolean().default(true),
});

/** What a customer says to a quote. */
export interface QuoteAnswerForm {
  answer: 'accepted' | 'declined';
  how: 'signature' | 'phone' | 'in-person';
  name: string;
  strokes?: Stroke[];
  leftOut: string[];
  note: string;
}
const point = Joi.array().items(Joi.number().min(-5000).max(5000)).length(2);
export const quoteAnswerSchema = Joi.object<QuoteAnswerForm>({
  answer: Joi.valid('accepted', 'declined').required(),
  how: Joi.valid('signature', 'phone', 'in-person').required(),
  name: Joi.string().trim().min(1).max(200).required().messages({ 'string.empty': 'Who said so?' }),
  strokes: Joi.array()
    .items(Joi.array().items(point).min(1).max(2000))
    .min(1)
    .max(200)
    .when('how', { is: 'signature', then: Joi.required(), otherwise: Joi.forbidden() })
    .messages({ 'any.required': 'The signature is missing.' }),
  leftOut: Joi.array().items(Joi.string().max(80)).max(100).unique().default([]),
  note: Joi.string().trim().max(1000).allow('').default(''),
});
