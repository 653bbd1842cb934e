import Joi from 'joi';

/** A result of the bench as it is kept on a job; one that does not work for sure says why it is done all the same. */
export const benchResultSchema = Joi.object<BenchResultForm>({
  id: Joi.string().guid().required(),
  tool: Joi.string().min(1).max(40).required(),
  given: Joi.object().pattern(Joi.string().max(40), Joi.string().max(200).allow('')).max(40).required(),
  said: Joi.string().min(1).max(1000).required(),
  standing: Joi.valid('sure', 'exact', 'no').required(),
  about: Joi.string()
    .max(200)
    .pattern(/^[^/]+\/[^/]+$/),
  why: Joi.string().trim().min(3).max(400).when('standing', { is: 'sure', otherwise: Joi.required() }),
});
export interface BenchResultForm {
  id: string;
  tool: string;
  given: Record<string, string>;
  said: string;
  standing: 'sure' | 'exact' | 'no';
  why?: string;
  /** What of a procedure was measured, "procedure/item". */
  about?: string;
}

/** A template to be drawn: of which tool, from what it was given, as what file. */
export interface TemplateForm {
  tool: 'ring' | 'oval';
  given: object;
  format: 'dxf' | 'svg' | 'pdf';
  paper: 'a4' | 'letter';
  mirrored: boolean;
  title: string;
}
export const templateSchema = Joi.object<TemplateForm>({
  tool: Joi.valid('ring', 'oval').required(),
  given: Joi.object().unknown().required(),
  format: Joi.valid('dxf', 'svg', 'pdf').required(),
  paper: Joi.valid('a4', 'letter').default('a4'),
  mirrored: Joi.boolean().default(false),
  title: Joi.string().trim().min(1).max(80).default('Template'),
});

/** Which wire of a pair is plus, to be written into a procedure's draft. Colours are IEC 60757 codes, base/stripe. */
export interface PairForm {
  procedure: string;
  of: string;
  plus: string;
  minus: string;
  verified: { how: string; result: string }[];
  job: number | null;
}
const colour = Joi.string().trim().min(1).max(30).required();
export const pairSchema = Joi.object<PairForm>({
  procedure: Joi.string().max(80).required(),
  of: Joi.string().max(80).required(),
  plus: colour,
  minus: colour.invalid(Joi.ref('plus')).messages({ 'any.invalid': 'Plus and minus are two different wires.' }),
  verified: Joi.array()
    .items(Joi.object({ how: Joi.string().max(80).required(), result: Joi.string().max(80).required() }))
    .min(1)
    .max(10)
    .required(),
  job: Joi.number()
    .integer()
    .positive()
    .max(2 ** 31 - 1)
    .allow(null)
    .default(null),
});
