import Joi from 'joi';
import { jobNumber } from './forms';

/** Where a job is to be placed, and the version of the place it is taken from: 0 for none. */
export interface PlaceForm {
  person: string | null;
  bay: string | null;
  /** ISO 8601; without an offset it is on the shop's own clock. */
  startsAt: string;
  version: number;
}
/** A moment in ISO 8601, with an offset or on the shop's clock. */
const clock = Joi.string()
  .pattern(/^20\d\d-\d\d-\d\dT\d\d:\d\d(:\d\d(\.\d{1,3})?)?(Z|[+-]\d\d:\d\d)?$/)
  .messages({ 'string.pattern.base': 'That is no date and time: write 2026-11-27 and 09:30.' });
const place = {
  person: Joi.string().max(60).allow(null).required(),
  bay: Joi.string().trim().min(1).max(40).allow(null).required(),
  startsAt: clock.required().messages({ 'any.required': 'Say when it starts.', 'string.empty': 'Say when it starts.' }),
  version: Joi.number().integer().min(0).max(1e9).required(),
};
export const placeSchema = Joi.object<PlaceForm>(place);

/** The version of a place that is given up. */
export const unplaceSchema = Joi.object<{ version: number }>({ version: place.version });

/** An order that is taken on, as it was proposed. */
export const takeOrderSchema = Joi.object<{ places: (PlaceForm & { job: number })[] }>({
  places: Joi.array()
    .items(Joi.object({ ...place, job: jobNumber.required() }))
    .min(1)
    .max(200)
    .unique('job')
    .required(),
});

/** What to order by: who is not here. */
export const orderDaySchema = Joi.object<{ without: string[] }>({
  without: Joi.array().items(Joi.string().max(60)).max(100).default([]),
});

/** A day that is named in an address. */
export const dayQuerySchema = Joi.object<{ date: string | null }>({
  date: Joi.string()
    .pattern(/^\d{4}-\d{2}-\d{2}$/)
    .allow(null)
    .default(null),
});

/** When a job is promised for, and when its part comes. */
export interface JobTimesForm {
  /** As `startsAt`. */
  dueAt: string | null;
  partsAt: string | null;
  parts: string;
}
const moment = clock.allow(null).default(null);
export const jobTimesSchema = Joi.object<JobTimesForm>({
  dueAt: moment,
  partsAt: moment,
  parts: Joi.string().trim().max(200).allow('').default(''),
});
