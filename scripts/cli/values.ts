import { InvalidArgumentError } from 'commander';

/** A reader of numbers from `least` to `most` for an option. Throws what the command line shows beside the option's name. */
export const numberFrom =
  (least: number, most: number) =>
  (text: string): number => {
    const value = Number(text);
    if (text.trim() === '' || !(value >= least && value <= most))
      throw new InvalidArgumentError(`Give a number from ${least} to ${most}.`);
    return value;
  };

/** A reader of whole numbers from `least` to `most`. */
export const wholeNumberFrom =
  (least: number, most: number) =>
  (text: string): number => {
    const value = numberFrom(least, most)(text);
    if (!Number.isInteger(value)) throw new InvalidArgumentError(`Give a whole number from ${least} to ${most}.`);
    return value;
  };

/** Collects an option that may be given several times. */
export const collect = (text: string, before: string[] | undefined): string[] => [...(before ?? []), text];

/** Collects `name=value` pairs; each name once. */
export function collectPair(text: string, before: Record<string, string> | undefined): Record<string, string> {
  const at = text.indexOf('=');
  if (at < 1 || at === text.length - 1) throw new InvalidArgumentError('Write name=value.');
  const name = text.slice(0, at);
  if (before?.[name] !== undefined) throw new InvalidArgumentError(`“${name}” is given twice.`);
  return { ...before, [name]: text.slice(at + 1) };
}
