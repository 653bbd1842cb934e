import { FIT } from '@/contracts/schemas/fit';
import { parseMm, plainNumber, type Said } from '@/core/bench';

/** One thing a tool is given. */
export interface BenchField {
  /** Its place in what the tool reads: "factory.count". */
  key: string;
  label: string;
  unit?: string;
  /** What it starts with. */
  start: string;
  choices?: [value: string, words: string][];
  /** Several numbers with commas between. */
  isList?: boolean;
  /** Kept as it is typed. */
  isText?: boolean;
  /** Set by the drawing, not by a field. */
  isDrawn?: boolean;
}

type Worked<T extends keyof typeof FIT> = ReturnType<(typeof FIT)[T]>;
type DrawnBy<T extends keyof typeof FIT> = { of: T } & Worked<T>;
/** What a tool draws. */
export type Drawn =
  | DrawnBy<'depth'>
  | DrawnBy<'ring'>
  | DrawnBy<'oval'>
  | DrawnBy<'drill'>
  | DrawnBy<'hole'>
  | DrawnBy<'load'>
  | DrawnBy<'factory'>
  | DrawnBy<'pad'>
  | DrawnBy<'level'>
  | DrawnBy<'capacitor'>
  | (DrawnBy<'wire'> & { mm2: number })
  | (DrawnBy<'aim'> & { mounted: Worked<'aim'> | null });

/** What a tool says of what it was given. */
export interface Answer {
  said: Said;
  figures: [name: string, value: string][];
  drawn?: Drawn;
}

export interface BenchTool {
  code: string;
  name: string;
  asks: string;
  fields: BenchField[];
  /** What was measured on a door can be taken over. */
  takesDoor?: boolean;
  /** A speaker's sizes can be taken from the shop's list. */
  takesSpeaker?: boolean;
  /** What it says is so of the vehicle, whoever fits what: its procedure may be told. */
  isFact?: boolean;
  formula: string;
  source: string;
  /** Throws a refusal naming the field. */
  answer: (values: Record<string, unknown>) => Answer;
}

export const ohm = (value: number) => `${plainNumber(value, 3)} Ω`;
export const millimetres = ([a, b]: readonly [number, number]) => `${plainNumber(a)} to ${plainNumber(b)} mm`;
export const length = (key: string, label: string, start: string): BenchField => ({ key, label, unit: 'mm', start });
export const plain = (key: string, label: string, unit: string, start: string): BenchField => ({
  key,
  label,
  unit,
  start,
});
/** The sets of drills that a shop may have. */
export const DRILL_SETS: BenchField = {
  key: 'sets',
  label: 'Sets at hand',
  start: 'metric',
  choices: [
    ['metric', 'metric'],
    ['fraction', 'fractions of an inch'],
    ['number', 'numbers'],
    ['letter', 'letters'],
    ['metric,fraction,number,letter', 'all of them'],
  ],
};
export const setsIn = (value: unknown) => String(value).split(',');

/** What was typed as what a tool reads: empty fields left out, lists apart, lengths in millimetres, "factory.count" inside "factory". */
export function valuesOf(fields: readonly BenchField[], typed: Record<string, string>): Record<string, unknown> {
  const values: Record<string, unknown> = {};
  for (const { key, isList, isText, unit } of fields) {
    const text = (typed[key] ?? '').trim();
    if (text === '') continue;
    const one = (part: string): unknown => (unit === 'mm' ? (parseMm(part) ?? numberIn(part)) : numberIn(part));
    const value = isText
      ? text
      : isList
        ? text
            .split(/[;,] +|[;,](?=\d+(?:[;, ]|$))|;/)
            .filter(Boolean)
            .map(one)
        : one(text);
    const [outer, inner] = key.split('.');
    if (inner) values[outer] = { ...(values[outer] as object | undefined), [inner]: value };
    else values[key] = value;
  }
  return values;
}

/** A number as it is typed, with a comma too; anything else stays what it is, to be refused by name. */
const numberIn = (text: string): unknown => {
  const plainText = text.trim().replace(/^(-?\d+),(\d+)$/, '$1.$2');
  return /^-?(?:\d+\.?\d*|\.\d+)$/.test(plainText) ? Number(plainText) : text.trim();
};
