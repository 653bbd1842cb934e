import { type Cents, wholeCents } from './money';

/** How a shop charges its labour: by the time a plan takes, a price for each procedure, or one price whatever it takes. */
export type LabourSchool = 'time' | 'procedure' | 'flat';

export interface QuoteLine {
  id: string;
  kind: 'labour' | 'part' | 'material' | 'other';
  words: string;
  quantity: number;
  /** For one, hundredths of the currency. */
  unitCents: Cents;
  /** The customer may leave it out. */
  isOption: boolean;
  /** Labour: how long it likely and surely takes, seconds. */
  likelySeconds?: number;
  safeSeconds?: number;
}

export interface TaxTerms {
  /** 0…100. */
  taxPercent: number;
  /** Whether the prices have it in them. */
  isTaxIncluded: boolean;
}

export interface QuoteTotals {
  net: Cents;
  tax: Cents;
  gross: Cents;
}

/** What a line comes to. */
export const lineCents = ({ quantity, unitCents }: Pick<QuoteLine, 'quantity' | 'unitCents'>): Cents =>
  wholeCents(quantity * unitCents);

/** What a quote comes to without what is left out; only options can be. The tax is worked out once, of the sum. */
export function totalsOf(lines: readonly QuoteLine[], leftOut: ReadonlySet<string>, terms: TaxTerms): QuoteTotals {
  const sum = lines.reduce((all, line) => all + (line.isOption && leftOut.has(line.id) ? 0 : lineCents(line)), 0);
  const share = terms.taxPercent / 100;
  if (terms.isTaxIncluded) {
    const net = wholeCents(sum / (1 + share));
    return { net, tax: sum - net, gross: sum };
  }
  const tax = wholeCents(sum * share);
  return { net: sum, tax, gross: sum + tax };
}

/** How a shop prices its labour. */
export interface LabourTerms {
  school: LabourSchool;
  /** By time: which time is charged. */
  basis: 'likely' | 'safe';
  perHourCents: Cents | null;
  flatCents: Cents | null;
  /** What labour on a procedure costs. */
  prices: readonly { procedure: string; cents: Cents }[];
}

/** Hours are charged in steps of a quarter, begun ones whole (common practice, no source). */
const STEP_HOURS = 0.25;
/** Hours as they are charged. @example chargedHours(3700); // 1.25 */
export const chargedHours = (seconds: number): number =>
  Math.max(0, Math.ceil(seconds / 3600 / STEP_HOURS - 1e-9)) * STEP_HOURS;

/** The labour of some work as a line of a quote; its price is 0 where the shop has set none, to be typed. */
export function labourLine(
  work: { id: string; title: string; procedures: readonly string[]; likelySeconds: number; safeSeconds: number },
  { school, basis, perHourCents, flatCents, prices }: LabourTerms,
): QuoteLine {
  const { id, title, likelySeconds, safeSeconds } = work;
  const line = { id, kind: 'labour' as const, words: title, isOption: false, likelySeconds, safeSeconds };
  if (school === 'flat') return { ...line, quantity: 1, unitCents: flatCents ?? 0 };
  if (school === 'procedure') {
    const own = work.procedures.map((id) => prices.find(({ procedure }) => procedure === id)?.cents ?? null);
    // One without a price leaves the whole to be typed: a sum that lacks a door looks like a price.
    const isWhole = own.length > 0 && own.every((cents) => cents !== null);
    return { ...line, quantity: 1, unitCents: isWhole ? own.reduce((sum: number, cents) => sum + cents!, 0) : 0 };
  }
  const seconds = basis === 'likely' ? likelySeconds : safeSeconds;
  return { ...line, quantity: chargedHours(seconds), unitCents: perHourCents ?? 0 };
}

/** Labour that was quoted against what it took, seconds. */
export interface AgainstActual {
  likelySeconds: number;
  safeSeconds: number;
  actualSeconds: number;
  isOver: boolean;
}

/** What accepted quotes promised against the time that hands were at it. */
export function againstActual(lines: readonly QuoteLine[], actualSeconds: number): AgainstActual {
  const sum = (field: 'likelySeconds' | 'safeSeconds') => lines.reduce((all, line) => all + (line[field] ?? 0), 0);
  const [likelySeconds, safeSeconds] = [sum('likelySeconds'), sum('safeSeconds')];
  return { likelySeconds, safeSeconds, actualSeconds, isOver: safeSeconds > 0 && actualSeconds > safeSeconds };
}
