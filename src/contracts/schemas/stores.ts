import Joi from 'joi';
import { noColumn, readTable } from './csv';
import type { StoreItem } from '../../core/shop';
import { jobNumber } from './forms';

const short = (most: number) => Joi.string().trim().max(most).allow('').default('');

/** What is known of something in stores. */
export const storeItemSchema = Joi.object<StoreItem>({
  kind: Joi.string().trim().min(1).max(60).required(),
  size: short(40),
  ownNumber: short(40),
  number: short(60),
  bin: short(40),
  supplier: short(80),
  mail: Joi.string().trim().email({ tlds: false }).max(120).allow('').default(''),
  priceCents: Joi.number().integer().min(0).max(1e9).allow(null).default(null),
  minimum: Joi.number().integer().min(0).max(100_000).default(0),
  leadDays: Joi.number().integer().min(0).max(365).default(3),
  anyOf: short(60),
});

/** How many there really are. */
export const stockCountSchema = Joi.object<{ kind: string; count: number }>({
  kind: Joi.string().trim().min(1).max(60).required(),
  count: Joi.number().integer().min(0).max(100_000).required(),
});

/** A tool of which the shop has only so many. */
export interface ShopToolForm {
  id: string;
  tool: string;
  label: string;
  dueWhat: 'calibration' | 'charge' | 'service' | null;
  /** YYYY-MM-DD. */
  dueOn: string | null;
  note: string;
}
export const shopToolSchema = Joi.object<ShopToolForm>({
  id: Joi.string().guid().required(),
  tool: Joi.string().trim().min(1).max(60).required().messages({ 'string.empty': 'Say which tool it is.' }),
  label: Joi.string().trim().min(1).max(60).required().messages({ 'string.empty': 'What is written on it?' }),
  dueWhat: Joi.valid('calibration', 'charge', 'service').allow(null).default(null),
  dueOn: Joi.string()
    .pattern(/^20\d\d-\d\d-\d\d$/)
    .allow(null)
    .default(null)
    .messages({ 'string.pattern.base': 'That is no date.' }),
  note: short(200),
})
  .custom((value: ShopToolForm, helpers) =>
    (value.dueWhat === null) === (value.dueOn === null) ? value : helpers.error('due.half'),
  )
  .messages({ 'due.half': 'Say both what is due and when, or neither.' });

/** Who has a tool now; null for its place. */
export const holderSchema = Joi.object<{ holder: string | null }>({
  holder: Joi.string().max(60).allow(null).required(),
});

/** The id of a tool, an order or a kit in an address. */
export const storeAddressSchema = Joi.string().guid().required();

const kindCount = (least: number) =>
  Joi.object<{ kind: string; count: number }>({
    kind: Joi.string().trim().min(1).max(60).required().messages({ 'string.empty': 'Say what it is.' }),
    count: Joi.number().integer().min(least).max(100_000).required().messages({ 'number.base': 'How many?' }),
  });
const date = Joi.string()
  .pattern(/^20\d\d-\d\d-\d\d$/)
  .messages({ 'string.pattern.base': 'That is no date.' });

/** An order that goes to a supplier. */
export interface OrderForm {
  id: string;
  supplier: string;
  lines: { kind: string; count: number }[];
}
export const orderSchema = Joi.object<OrderForm>({
  id: Joi.string().guid().required(),
  supplier: Joi.string().trim().min(1).max(80).required().messages({ 'string.empty': 'Who is to send it?' }),
  lines: Joi.array().items(kindCount(1)).min(1).max(5000).unique('kind').required(),
});

/** What a supplier says to an order. */
export interface OrderAnswerForm {
  state: 'confirmed' | 'delayed' | 'cancelled';
  /** YYYY-MM-DD. */
  expectedOn: string | null;
  words: string;
}
export const orderAnswerSchema = Joi.object<OrderAnswerForm>({
  state: Joi.valid('confirmed', 'delayed', 'cancelled').required(),
  expectedOn: date.allow(null).default(null),
  words: short(500),
});

/** What came of an order. */
export interface ReceiveForm {
  lines: { kind: string; count: number }[];
}
export const receiveSchema = Joi.object<ReceiveForm>({
  lines: Joi.array().items(kindCount(0)).min(1).max(5000).unique('kind').required(),
});

/** What a job of some vehicle takes together. */
export interface StoreKitForm {
  id: string;
  name: string;
  make: string;
  model: string;
  lines: { kind: string; count: number }[];
}
export const storeKitSchema = Joi.object<StoreKitForm>({
  id: Joi.string().guid().required(),
  name: Joi.string().trim().min(1).max(120).required().messages({ 'string.empty': 'Give the kit a name.' }),
  make: short(120),
  model: short(120),
  lines: Joi.array()
    .items(kindCount(1))
    .min(1)
    .max(100)
    .unique('kind')
    .required()
    .messages({ 'array.min': 'A kit has something in it.', 'array.unique': 'The same item stands in it twice.' }),
});

/** The job that takes a kit. */
export const kitJobSchema = Joi.object<{ job: number }>({ job: jobNumber.required() });

/** Lines of a delivery that were read. */
export interface ReadDelivery {
  lines: { line: number; kind: string; count: number }[];
  bad: { line: number; message: string }[];
}
const MOST_LINES = 10_000;

/** Reads a delivery as CSV: kind and count. A bad line is named, the rest are kept. */
export function readDeliveryCsv(text: string): ReadDelivery {
  const table = readTable(text, ['kind', 'count'], MOST_LINES);
  if ('missing' in table) return { lines: [], bad: [noColumn(table.missing)] };
  const { rows: data } = table;
  const read: ReadDelivery = { lines: [], bad: [] };
  data.slice(0, MOST_LINES).forEach((row, at) => {
    const [kind, count] = [(row.kind ?? '').trim(), Number((row.count ?? '').trim())];
    if (!kind || kind.length > 60) read.bad.push({ line: at + 2, message: 'Its kind is missing.' });
    else if (!Number.isInteger(count) || count < 1 || count > 100_000)
      read.bad.push({ line: at + 2, message: `“${row.count ?? ''}” is no count.` });
    else read.lines.push({ line: at + 2, kind, count });
  });
  if (data.length > MOST_LINES)
    read.bad.push({ line: MOST_LINES + 2, message: `Only the first ${MOST_LINES} lines are read.` });
  return read;
}
