/** What a part is. */
export interface PartKind {
  code: string;
  name: string;
  /** Must be tested before it is closed in. */
  electrical: boolean;
  /** Works something else: a test of that needs it on its plug. */
  isControl: boolean;
  /** Large enough to hide all that lies behind it; a smaller one only covers an edge of a panel. */
  isLarge: boolean;
  /** Shuts a cavity when it goes back: what lies in there is looked after first. */
  closesCavity: boolean;
  /** Is heard: tried from the head unit, whatever else is still out. */
  sounds: boolean;
}

type Property = 'electrical' | 'control' | 'large' | 'closes' | 'sounds';

const ROWS: [code: string, name: string, ...properties: Property[]][] = [
  ['panel', 'panel', 'large', 'closes'],
  ['cover', 'cover'],
  ['cap', 'cap'],
  ['bezel', 'bezel'],
  ['trim', 'trim'],
  ['grille', 'grille'],
  ['handle', 'handle'],
  ['crank', 'window crank'],
  ['armrest', 'armrest'],
  ['pocket', 'pocket'],
  ['shield', 'water shield', 'large', 'closes'],
  ['bracket', 'bracket'],
  ['seat', 'seat', 'large'],
  ['carpet', 'carpet', 'large'],
  ['spacer', 'spacer'],
  ['seal', 'seal'],
  ['boot', 'cable boot'],
  ['adapter', 'adapter'],
  ['mat', 'mat'],
  ['reflector', 'reflector'],
  ['glove-box', 'glove box'],
  ['switch', 'switch', 'electrical', 'control'],
  ['speaker', 'speaker', 'electrical', 'closes', 'sounds'],
  ['tweeter', 'tweeter', 'electrical', 'sounds'],
  ['lamp', 'lamp', 'electrical'],
  ['module', 'module', 'electrical', 'control'],
  ['sensor', 'sensor', 'electrical'],
  ['mirror', 'mirror', 'electrical'],
  ['motor', 'motor', 'electrical'],
  ['amplifier', 'amplifier', 'electrical'],
  ['head-unit', 'head unit', 'electrical'],
  ['crossover', 'crossover', 'electrical'],
  ['lock', 'lock', 'electrical', 'control'],
];

/** Every part kind Pezzo ships with, by code. */
export const PART_KINDS: ReadonlyMap<string, PartKind> = new Map(
  ROWS.map(([code, name, ...properties]) => [
    code,
    {
      code,
      name,
      electrical: properties.includes('electrical'),
      isControl: properties.includes('control'),
      isLarge: properties.includes('large'),
      closesCavity: properties.includes('closes'),
      sounds: properties.includes('sounds'),
    },
  ]),
);
