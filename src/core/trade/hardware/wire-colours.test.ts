import { expect, it } from 'vitest';
import { readWireColour, WIRE_COLOURS, wireCode, wireWords } from './wire-colours';

// IEC 60757, codes from memory.
it.each<[string, string | null, string]>([
  ['GY/PK', 'GY/PK', 'grey with a pink stripe'],
  ['gy-pk', 'GY/PK', 'grey with a pink stripe'],
  ['grey with a pink stripe', 'GY/PK', 'grey with a pink stripe'],
  ['gray/pink', 'GY/PK', 'grey with a pink stripe'],
  ['GNYE', 'GN/YE', 'green with a yellow stripe'],
  ['brown', 'BN', 'brown'],
  ['BU/WH/RD', 'BU/WH/RD', 'blue with a white and a red stripe'],
  ['mauve', null, ''],
  ['', null, ''],
  ['speaker', null, ''],
])('reads “%s”', (text, code, words) => {
  const colour = readWireColour(text);
  expect(colour && wireCode(colour)).toBe(code);
  if (colour) expect(wireWords(colour)).toBe(words);
});

it('reads every code and every name alone, and any base with any stripe, back as it was written', () => {
  for (const [code, name] of Object.entries(WIRE_COLOURS)) {
    expect(wireCode(readWireColour(name)!)).toBe(code);
    for (const stripe of Object.keys(WIRE_COLOURS))
      expect(wireCode(readWireColour(wireWords(readWireColour(`${code}/${stripe}`)!))!)).toBe(`${code}/${stripe}`);
  }
});
