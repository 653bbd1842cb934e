import Joi from 'joi';
import { parseCable, parseFit } from '../../core/bench';
import { DEFAULT_SCHOOLS, SCHOOL_QUESTIONS, type SchoolChoice, type OptionOf } from '../../core/document';
import { schoolSchema } from './procedure';
import { invalid } from '../../core/errors';
import { isTimeZone, FASTENER_KINDS, type OwnKind, ZONES } from '../../core/trade';
import { isTrivialPin } from './trivial-pin';
import {
  DEFAULT_QUOTES,
  type QuotePrice,
  type QuoteSettings,
  DEFAULT_COST_FORM,
  TRAY_SIZES,
  type SettingsForm,
} from '../views';
import { costSchema } from './costs';

const name = Joi.string().trim().min(1).max(120);
const pin = Joi.string()
  .pattern(/^\d{4,8}$/)
  .custom((value: string, helpers) => (isTrivialPin(value) ? helpers.error('pin.trivial') : value))
  .messages({
    'string.pattern.base': 'A PIN is 4 to 8 digits.',
    'pin.trivial':
      'That PIN is easily guessed: a year, a run or a figure on the pad. Make it longer, or choose another.',
  });
/** 72 bytes are what bcrypt reads: nothing typed may be left out of the comparison. */
const password = Joi.string()
  .min(10)
  .custom((value: string, helpers) =>
    new TextEncoder().encode(value).length > 72 ? helpers.error('string.max') : value,
  )
  .messages({
    'string.min': 'A password has at least 10 characters.',
    'string.max': 'A password has at most 72 characters.',
  });
const role = Joi.valid('trainee', 'technician', 'lead', 'owner');
const text = Joi.string().trim().allow('').max(200).default('');
const option = Joi.string().min(1).max(200);

export const signInSchema = Joi.object<SignInForm>({
  person: Joi.string().max(120).required(),
  pin: Joi.string().max(20),
  password: Joi.string().max(200),
}).xor('pin', 'password');
export interface SignInForm {
  person: string;
  pin?: string;
  password?: string;
}

export const setupSchema = Joi.object<SetupForm>({
  shop: name.required().messages({ 'string.empty': 'Give the shop a name.' }),
  name: name.required().messages({ 'string.empty': 'Give your name.' }),
  pin: pin.required(),
  password: password.required(),
  code: Joi.string()
    .trim()
    .max(40)
    .required()
    .messages({ 'string.empty': 'Type the code from the window where Pezzo was started.' }),
});
export interface SetupForm {
  shop: string;
  name: string;
  pin: string;
  password: string;
  code: string;
}

export const deviceSchema = Joi.object<DeviceForm>({
  person: Joi.string().max(120).required().messages({ 'string.empty': 'Give your name.' }),
  password: Joi.string().max(200).required().messages({ 'string.empty': 'Give your password.' }),
  name: Joi.string().trim().min(1).max(60).required().messages({ 'string.empty': 'Give the tablet a name.' }),
});
/** Letting a tablet in: who says so, and what it is called. */
export interface DeviceForm {
  person: string;
  password: string;
  name: string;
}

export const personSchema = Joi.object<PersonForm>({
  name: name.required(),
  role: role.required(),
  pin: pin.required(),
  password: password.allow('').default(''),
});
export interface PersonForm {
  name: string;
  role: 'trainee' | 'technician' | 'lead' | 'owner';
  pin: string;
  password: string;
}

export const personChangeSchema = Joi.object<PersonChange>({
  role,
  active: Joi.boolean(),
  pin,
  password,
}).min(1);
export interface PersonChange {
  role?: PersonForm['role'];
  active?: boolean;
  pin?: string;
  password?: string;
}

/** A fastener kind of a shop's own. */
export const ownKindSchema = Joi.object<OwnKind>({
  code: Joi.string()
    .pattern(/^[a-z0-9-]{2,40}$/)
    .required()
    .messages({ 'string.pattern.base': 'A code is small letters, digits and hyphens.' }),
  like: Joi.valid(...FASTENER_KINDS.keys()).required(),
  name: name.required(),
  plural: name.required(),
  tool: Joi.string().max(40),
  releaseSeconds: Joi.number().min(0).max(600),
  refitSeconds: Joi.number().min(0).max(600),
});

/** Money in hundredths; what could not be read as an amount comes as it was typed. */
const price = Joi.number()
  .integer()
  .min(0)
  .max(1e6 * 100)
  .messages({ 'number.base': 'Write an amount like 12.50 or 12,50.', 'number.max': 'That is more than is charged.' });
const clock = Joi.string()
  .pattern(/^([01]\d|2[0-3]):[0-5]\d$/)
  .messages({ 'string.pattern.base': 'Write a time as 08:00.' });

export const settingsSchema = Joi.object<SettingsForm>({
  schools: Joi.object(
    Object.fromEntries(
      SCHOOL_QUESTIONS.map(({ of, choices }) => [
        of,
        Joi.valid(...choices.map(([choice]) => choice)).default(DEFAULT_SCHOOLS[of]),
      ]),
    ),
  ).default(DEFAULT_SCHOOLS),
  srsWaits: Joi.array()
    .items(
      Joi.object({
        make: name.required(),
        model: name.required(),
        seconds: Joi.number().integer().min(1).max(7200).required(),
        source: Joi.string().trim().min(1).max(300).required().messages({
          'string.empty': 'A wait needs its source: which manual, which page.',
        }),
        mayHang: Joi.boolean(),
      }),
    )
    .max(500)
    .default([]),
  srsWaitSeconds: Joi.number().integer().min(1).max(7200).allow(null).required(),
  srsWaitSource: Joi.string().trim().allow('').max(300).required(),
  costs: costSchema.default(DEFAULT_COST_FORM),
  trayBins: Joi.valid(...TRAY_SIZES).default(12),
  spareLevel: Joi.number().min(0.5).max(0.99).default(0.9),
  labourPerHourCents: price.max(10_000_00).allow(null).default(null),
  currency: Joi.string().trim().max(8).allow('').default(''),
  quotes: Joi.object<QuoteSettings>({
    labour: Joi.valid('time', 'procedure', 'flat').default(DEFAULT_QUOTES.labour),
    basis: Joi.valid('likely', 'safe').default(DEFAULT_QUOTES.basis),
    flatCents: price.allow(null).default(null),
    prices: Joi.array()
      .items(
        Joi.object({
          procedure: Joi.string().max(100).allow(null).required(),
          // As long as a title with its side can be.
          title: Joi.string().trim().min(1).max(300).required(),
          cents: price.required(),
        }),
      )
      .unique((a: QuotePrice, b: QuotePrice) => a.procedure !== null && a.procedure === b.procedure)
      .messages({ 'array.unique': 'This procedure has a price already.' })
      .max(200)
      .default([]),
    taxPercent: Joi.number().min(0).max(100).default(0),
    isTaxIncluded: Joi.boolean().default(true),
    opens: clock.default(DEFAULT_QUOTES.opens),
    closes: clock.default(DEFAULT_QUOTES.closes),
    days: Joi.array()
      .items(Joi.number().integer().min(1).max(7))
      .min(1)
      .unique()
      .default(DEFAULT_QUOTES.days)
      .messages({ 'array.min': 'The shop works on at least one day.' }),
  })
    .custom((value: QuoteSettings, helpers) => (value.opens < value.closes ? value : helpers.error('hours.swapped')))
    .messages({ 'hours.swapped': 'The shop closes after it opens.' })
    .default(DEFAULT_QUOTES),
  ownKinds: Joi.array().items(ownKindSchema).max(100).unique('code').default([]),
  testersBeforePublishing: Joi.number().integer().min(0).max(5).default(0),
  keepingMonths: Joi.number().integer().min(1).max(240).allow(null).default(null),
  bays: Joi.array()
    .items(Joi.string().trim().min(1).max(40))
    .min(1)
    .max(40)
    .unique((a: string, b: string) => a.toLowerCase() === b.toLowerCase())
    .default(['Bay 1', 'Bay 2'])
    .messages({ 'array.min': 'A shop has at least one bay.', 'array.unique': 'Two bays have the same name.' }),
  timeZone: Joi.string()
    .max(60)
    .custom((value: string, helpers) => (isTimeZone(value) ? value : helpers.error('zone.unknown')))
    .default(() => Intl.DateTimeFormat().resolvedOptions().timeZone)
    .messages({ 'zone.unknown': 'There is no such time zone. Choose one of the list.' }),
})
  .custom((value: SettingsForm, helpers) =>
    value.srsWaitSeconds !== null && !value.srsWaitSource ? helpers.error('any.custom') : value,
  )
  .messages({ 'any.custom': 'A wait needs its source: which manual, which page.' });
export const kitSchema = Joi.object<{ tools: string[] }>({
  tools: Joi.array().items(Joi.string().min(1).max(40)).max(200).unique().required(),
});

const year = Joi.number().integer().min(1900).max(2100);

/** A VIN as it is written on the car: capitals and digits without I, O and Q; older cars have fewer of them. */
const vin = Joi.string()
  .trim()
  .uppercase()
  .pattern(/^[A-HJ-NPR-Z0-9]{5,17}$/)
  .allow('')
  .messages({ 'string.pattern.base': 'A VIN has up to 17 capitals and digits, none of them I, O or Q.' });
export const jobSchema = Joi.object<JobForm>({
  title: Joi.string().trim().min(1).max(200).required().messages({ 'string.empty': 'Say what the job is.' }),
  customer: text,
  phone: Joi.string().trim().max(40).allow('').default(''),
  comesBackOf: Joi.number().integer().min(1).max(2_147_483_647).allow(null).default(null),
  label: text,
  make: name.required(),
  model: name.required(),
  year: year.allow(null).default(null),
  body: text,
  steering: Joi.valid('left', 'right', 'any').default('any'),
  options: Joi.object().pattern(option, option).max(24).default({}),
  highVoltage: Joi.boolean().default(false),
  vin: vin.default(''),
  zones: Joi.array()
    .items(
      Joi.object({
        zone: Joi.string()
          .valid(...ZONES.map(({ code }) => code))
          .required(),
        side: Joi.valid('left', 'right', 'centre').required(),
      }),
    )
    .max(40)
    .default([]),
});

/** What a job holds of its customer, and whether and how long it may be kept. */
export interface CustomerForm {
  customer: string;
  phone: string;
  label: string;
  consent: boolean | null;
  keepMonths: number | null;
}
export const customerSchema = Joi.object<CustomerForm>({
  customer: text,
  phone: Joi.string().trim().max(40).allow('').default(''),
  label: text,
  consent: Joi.boolean().allow(null).default(null),
  keepMonths: Joi.number().integer().min(1).max(240).allow(null).default(null).messages({
    'number.min': 'One month at least.',
    'number.max': 'Twenty years at most.',
  }),
});

/** A branch to be added, with its first owner. */
export interface BranchForm {
  name: string;
  owner: string;
  pin: string;
  password: string;
}
export const branchSchema = Joi.object<BranchForm>({
  name: name.required().messages({ 'string.empty': 'Give the branch a name.' }),
  owner: name.required().messages({ 'string.empty': 'Who owns it?' }),
  pin: pin.required(),
  password: password.required(),
});

/** Whether the other branches see a procedure. */
export const sharedSchema = Joi.object<{ isShared: boolean }>({ isShared: Joi.boolean().required() });

/** How a job is worked on where that differs from the shop's ways. */
export const jobSchoolsSchema = Joi.object<{ schools: SchoolChoice[] }>({
  schools: Joi.array().items(schoolSchema).max(SCHOOL_QUESTIONS.length).unique('of').required(),
});

/** Who is trained for a vehicle's high voltage. */
export const trainedPersonSchema = Joi.object<{ person: string }>({ person: Joi.string().max(120).required() });

/** A vehicle by name. */
export const vehicleNameSchema = Joi.object<{ make: string; model: string }>({
  make: name.required(),
  model: name.required(),
});
export interface JobForm {
  title: string;
  customer: string;
  phone?: string;
  /** The job it comes back from. */
  comesBackOf?: number | null;
  label: string;
  make: string;
  model: string;
  year: number | null;
  body: string;
  steering: 'left' | 'right' | 'any';
  /** What is known of the vehicle that changes the work: "windows" to "power". */
  options?: Record<string, string>;
  /** Orange cables. */
  highVoltage?: boolean;
  vin?: string;
  /** Zones that will be opened: the check-in asks for them. */
  zones?: { zone: string; side: 'left' | 'right' | 'centre' }[];
}

export const newProcedureSchema = Joi.object<NewProcedureForm>({
  make: name.required().messages({ 'string.empty': 'Which make?' }),
  model: name.required().messages({ 'string.empty': 'Which model?' }),
  from: year.allow(null).default(null),
  to: year
    .allow(null)
    .default(null)
    .custom((value: number | null, helpers) => {
      const { from } = helpers.state.ancestors[0] as { from: number | null };
      return value !== null && from !== null && from > value ? helpers.error('years.swapped') : value;
    })
    .messages({ 'years.swapped': 'The first year is after the last.' }),
  body: text,
  zone: Joi.string().max(60).required(),
  side: Joi.valid('left', 'right', 'centre').required(),
  width: Joi.number().integer().min(50).max(5000).required(),
  height: Joi.number().integer().min(50).max(5000).required(),
  again: Joi.boolean().default(false),
});
export interface NewProcedureForm {
  make: string;
  model: string;
  from: number | null;
  to: number | null;
  body: string;
  zone: string;
  side: 'left' | 'right' | 'centre';
  width: number;
  height: number;
  /** True where it is known that this vehicle and zone is recorded already. */
  again?: boolean;
}

/** The number of a job. */
export const jobNumber = Joi.number()
  .integer()
  .min(1)
  .max(2 ** 31 - 1);

const fits = Joi.array()
  .items(
    Joi.string()
      .max(1200)
      .custom((value: string, helpers) =>
        parseFit(value) || parseCable(value) ? value : helpers.error('any.invalid'),
      ),
  )
  .max(24)
  .default([]);

/** Parts that are tried as one, as people write them: "front-door/woofer,kick-panel/crossover". */
const sets = Joi.array().items(Joi.string().trim().min(1).max(400)).max(12).default([]);

/** What is tried as one on a job. */
export const jobSetsSchema = Joi.object<{ sets: string[] }>({ sets: sets.required() });

export const planQuerySchema = Joi.object<PlanQuery>({
  procedures: Joi.array().items(Joi.string().max(80)).min(1).max(12).required(),
  goals: Joi.array().items(Joi.string().min(1).max(200)).max(100).required(),
  options: Joi.object().pattern(option, option).required(),
  job: jobNumber.allow(null).default(null),
  fits,
  sets: sets.allow(null).default(null),
  lines: Joi.array().items(Joi.string().trim().min(1).max(200)).max(50).default([]),
});
export interface PlanQuery {
  procedures: string[];
  goals: string[];
  options: Record<string, string>;
  job: number | null;
  /** What new goes in where, as `fitText` writes it. */
  fits: string[];
  /** What is tried as one; null where the job says. */
  sets: string[] | null;
  /** Lines of the tick list between apart and together. */
  lines: string[];
}

export const newRunSchema = Joi.object<NewRunForm>({
  job: jobNumber.required(),
  procedures: Joi.array().items(Joi.string().max(80)).min(1).max(12).required(),
  goals: Joi.array().items(Joi.string().min(1).max(200)).min(1).max(100).required(),
  options: Joi.object().pattern(option, option).default({}),
  newParts: Joi.array().items(Joi.string().trim().min(1).max(200)).max(50).default([]),
  order: Joi.valid('best', 'recorded').default('best'),
  trayBins: Joi.valid(...TRAY_SIZES),
  fits,
  sets,
});
export interface NewRunForm {
  job: number;
  procedures: string[];
  goals: string[];
  options: Record<string, string>;
  newParts: string[];
  order?: 'best' | 'recorded';
  trayBins?: SettingsForm['trayBins'];
  fits?: string[];
  sets?: string[];
}

export const deriveSchema = Joi.object<{ from: string; job: number }>({
  from: Joi.string().max(80).required(),
  job: jobNumber.required(),
});

/** The version of a draft that somebody saw, as addresses carry it; 0 where there was none yet. */
export const draftVersionSchema = Joi.object<{ version: number }>({
  version: Joi.number().integer().min(0).max(1_000_000_000).required(),
});

/** A save of a draft: the version it started from, its own name, and earlier ones that got no answer, separated by commas. */
export const draftSaveSchema = Joi.object<{ version: number; save: string | null; after: string[] }>({
  version: Joi.number().integer().min(0).max(1_000_000_000).required(),
  save: Joi.string().guid().allow(null).default(null),
  after: Joi.array().items(Joi.string().guid()).max(50).default([]),
});

export const approveSchema = Joi.object<{ note: string; version: number }>({
  note: Joi.string()
    .trim()
    .min(1)
    .max(500)
    .required()
    .messages({ 'string.empty': 'Say in a few words what changed and why.' }),
  version: Joi.number().integer().min(1).required(),
});

/** Fields named in a refusal at most. */
const MOST_FIELDS = 50;

/** Checks a request body. Throws `invalid` with each field at fault; unknown fields are refused. */
export function readForm<T>(schema: Joi.ObjectSchema<T>, value: unknown): T {
  const { error, value: read } = schema.validate(value, { abortEarly: false, errors: { wrap: { label: false } } });
  if (!error) return read as T;
  const fields = error.details
    .slice(0, MOST_FIELDS)
    .map((detail) => ({ place: detail.path.join('.'), message: detail.message }));
  throw invalid('form', fields.map((field) => field.message).join(' '), fields);
}

/** A kind of the catalogue or a material, put in (positive) or taken out. */
export const stockMoveSchema = Joi.object<StockMoveForm>({
  kind: Joi.string().trim().min(1).max(60).required().messages({ 'string.empty': 'Say what it is.' }),
  change: Joi.number()
    .integer()
    .min(-10_000)
    .max(10_000)
    .invalid(0)
    .required()
    .messages({ 'any.invalid': 'Enter a number other than 0.', 'number.base': 'How many?' }),
  reason: text,
});
export interface StockMoveForm {
  kind: string;
  change: number;
  reason: string;
}

/** Two revisions to compare; the later may be the draft. */
export const diffQuerySchema = Joi.object<{ from: number; to: number | 'draft' }>({
  from: Joi.number().integer().min(1).max(1_000_000).required(),
  to: Joi.alternatives(Joi.valid('draft'), Joi.number().integer().min(1).max(1_000_000)).required(),
});

/** What a lead decides about findings; a rejection says why. */
export interface DecideForm {
  findings: string[];
  decision: 'accepted' | 'option' | 'this-vehicle' | 'rejected';
  reason?: string;
  /** The revision that was looked at. */
  seen?: number;
  /** Of one proposal, the changes that are taken, by their place. */
  only?: number[];
  /** The choice it becomes. */
  option?: OptionOf;
}
const optionName = Joi.string()
  .trim()
  .pattern(/^[a-z0-9][a-z0-9 -]{0,39}$/i)
  .required()
  .messages({ 'string.pattern.base': 'Letters, digits, spaces and hyphens.' });
export const decideSchema = Joi.object<DecideForm>({
  findings: Joi.array().items(Joi.string().guid()).min(1).max(500).unique().required(),
  decision: Joi.valid('accepted', 'option', 'this-vehicle', 'rejected').required(),
  reason: Joi.string().trim().min(1).max(400).when('decision', { is: 'rejected', then: Joi.required() }),
  seen: Joi.number().integer().min(1),
  only: Joi.array().items(Joi.number().integer().min(0).max(500)).min(1).max(200).unique(),
  option: Joi.object<OptionOf>({
    option: optionName,
    value: optionName,
    usual: optionName.invalid(Joi.ref('value')).messages({ 'any.invalid': 'Two different values.' }),
  }).when('decision', { is: 'option', then: Joi.required(), otherwise: Joi.forbidden() }),
});
