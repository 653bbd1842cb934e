/** Colours of wires by their codes (IEC 60757; values from memory). GD, TQ and SR are metallic or rare, all the same in use. */
export const WIRE_COLOURS = {
  BK: 'black',
  BN: 'brown',
  RD: 'red',
  OG: 'orange',
  YE: 'yellow',
  GN: 'green',
  BU: 'blue',
  VT: 'violet',
  GY: 'grey',
  WH: 'white',
  PK: 'pink',
  GD: 'gold',
  TQ: 'turquoise',
  SR: 'silver',
} as const;
export type WireColourCode = keyof typeof WIRE_COLOURS;

/** A wire's colour: its base, and its stripes where it has any. */
export interface WireColour {
  base: WireColourCode;
  stripes: WireColourCode[];
}

/** Names people use for a code, with those of the standard. */
const NAMES = new Map<string, WireColourCode>([
  ...Object.entries(WIRE_COLOURS).flatMap(([code, name]): [string, WireColourCode][] => [
    [code.toLowerCase(), code as WireColourCode],
    [name, code as WireColourCode],
  ]),
  ['gray', 'GY'],
  ['purple', 'VT'],
  ['lilac', 'VT'],
]);

/**
 * A wire's colour as it is written: "GY/PK", "gy-pk", "grey/pink", "grey with a pink stripe", "GNYE".
 * @returns null for what is no colour
 * @example readWireColour('GY/PK'); // { base: 'GY', stripes: ['PK'] }
 */
export function readWireColour(text: string): WireColour | null {
  const words = text
    .trim()
    .toLowerCase()
    .replace(/\b(with|and|a|an|striped?s?)\b/g, ' ')
    .split(/[\s/,+-]+/)
    .filter(Boolean)
    // Two codes without anything between, as the standard writes green and yellow.
    .flatMap((word) => (/^[a-z]{4}$/.test(word) && !NAMES.has(word) ? [word.slice(0, 2), word.slice(2)] : [word]));
  const codes = words.map((word) => NAMES.get(word));
  const [base, ...stripes] = codes;
  return base && stripes.length <= 2 && codes.every(Boolean) ? { base, stripes: stripes as WireColourCode[] } : null;
}

/** A colour as its codes: "GY/PK". */
export const wireCode = ({ base, stripes }: WireColour): string => [base, ...stripes].join('/');
const withA = (name: string) => `${/^[aeiou]/.test(name) ? 'an' : 'a'} ${name}`;
/** A colour in words: "grey with a pink stripe". */
export const wireWords = ({ base, stripes }: WireColour): string =>
  stripes.length
    ? `${WIRE_COLOURS[base]} with ${stripes.map((code) => withA(WIRE_COLOURS[code])).join(' and ')} stripe`
    : WIRE_COLOURS[base];
