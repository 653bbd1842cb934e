/** What a part is. Electrical parts must be tested before they are closed in. */
export interface PartKind {
  code: string;
  name: string;
  electrical: boolean;
}

const ROWS: [code: string, name: string, electrical?: 'electrical'][] = [
  ['panel', 'panel'],
  ['cover', 'cover'],
  ['cap', 'cap'],
  ['bezel', 'bezel'],
  ['trim', 'trim'],
  ['grille', 'grille'],
  ['handle', 'handle'],
  ['crank', 'window crank'],
  ['armrest', 'armrest'],
  ['pocket', 'pocket'],
  ['shield', 'water shield'],
  ['bracket', 'bracket'],
  ['seat', 'seat'],
  ['carpet', 'carpet'],
  ['spacer', 'spacer'],
  ['seal', 'seal'],
  ['boot', 'cable boot'],
  ['adapter', 'adapter'],
  ['mat', 'mat'],
  ['reflector', 'reflector'],
  ['glove-box', 'glove box'],
  ['switch', 'switch', 'electrical'],
  ['speaker', 'speaker', 'electrical'],
  ['tweeter', 'tweeter', 'electrical'],
  ['lamp', 'lamp', 'electrical'],
  ['module', 'module', 'electrical'],
  ['sensor', 'sensor', 'electrical'],
  ['mirror', 'mirror', 'electrical'],
  ['motor', 'motor', 'electrical'],
  ['amplifier', 'amplifier', 'electrical'],
  ['head-unit', 'head unit', 'electrical'],
  ['crossover', 'crossover', 'electrical'],
  ['lock', 'lock', 'electrical'],
];

/** Every part kind Pezzo ships with, by code. */
export const PART_KINDS: ReadonlyMap<string, PartKind> = new Map(
  ROWS.map(([code, name, electrical]) => [code, { code, name, electrical: electrical === 'electrical' }]),
);
