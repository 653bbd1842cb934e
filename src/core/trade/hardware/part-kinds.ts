import { inOrderOffered } from './offered';

/** What may be true of a kind of part. */
type Property = 'electrical' | 'isControl' | 'isLarge' | 'closesCavity' | 'sounds' | 'hidesNothing' | 'triedAlone';

/** Everything about a kind of part but its code, in one place. */
interface PartFacts {
  name: string;
  is: readonly Property[];
  /** Sits in sight as a rule: nobody needs to say that nothing covers it. */
  inSight: boolean;
  /** How one usually comes off, until it is recorded. */
  motions: readonly string[];
  /** The box a new one starts with on the map, mm. */
  startBoxMm: readonly [number, number] | 'most of the map';
  /** Its place in the row that a gloved hand is offered; null: not offered there. */
  offered: number | null;
}

/** What a part is. */
export interface PartKind extends PartFacts {
  code: string;
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
  /** So small that what lies behind it can be tried with it on. */
  hidesNothing: boolean;
  /** Is tried without what works other things: a lamp that the door lights, a sensor. */
  triedAlone: boolean;
}

const KINDS = {
  panel: {
    name: 'panel',
    is: ['isLarge', 'closesCavity'],
    inSight: true,
    motions: ['pull-bottom', 'pull', 'lift'],
    startBoxMm: 'most of the map',
    offered: 13,
  },
  cover: {
    name: 'cover',
    is: [],
    inSight: true,
    motions: ['pry-front', 'pull'],
    startBoxMm: [110, 40],
    offered: 2,
  },
  cap: {
    name: 'cap',
    is: ['hidesNothing'],
    inSight: true,
    motions: ['pry-front', 'pull'],
    startBoxMm: [120, 60],
    offered: 1,
  },
  bezel: {
    name: 'bezel',
    is: ['hidesNothing'],
    inSight: true,
    motions: ['pry-front', 'pull'],
    startBoxMm: [140, 65],
    offered: 3,
  },
  trim: {
    name: 'trim',
    is: [],
    inSight: true,
    motions: ['pry-front', 'pull'],
    startBoxMm: [140, 90],
    offered: 5,
  },
  grille: {
    name: 'grille',
    is: [],
    inSight: true,
    motions: ['pry-front', 'pull'],
    startBoxMm: [120, 60],
    offered: 9,
  },
  handle: {
    name: 'handle',
    is: [],
    inSight: true,
    motions: ['pry-front', 'pull'],
    startBoxMm: [120, 60],
    offered: 6,
  },
  crank: {
    name: 'window crank',
    is: ['hidesNothing'],
    inSight: true,
    motions: ['pull'],
    startBoxMm: [120, 60],
    offered: 12,
  },
  armrest: {
    name: 'armrest',
    is: [],
    inSight: true,
    motions: ['pry-front', 'pull'],
    startBoxMm: [120, 60],
    offered: 7,
  },
  pocket: {
    name: 'pocket',
    is: [],
    inSight: true,
    motions: ['pry-front', 'pull'],
    startBoxMm: [120, 60],
    offered: 8,
  },
  shield: {
    name: 'water shield',
    is: ['isLarge', 'closesCavity'],
    inSight: false,
    motions: ['peel'],
    startBoxMm: 'most of the map',
    offered: 14,
  },
  bracket: {
    name: 'bracket',
    is: [],
    inSight: false,
    motions: ['pry-front', 'pull'],
    startBoxMm: [120, 60],
    offered: null,
  },
  seat: {
    name: 'seat',
    is: ['isLarge'],
    inSight: true,
    motions: ['lift'],
    startBoxMm: [120, 60],
    offered: 17,
  },
  carpet: {
    name: 'carpet',
    is: ['isLarge'],
    inSight: true,
    motions: ['lift'],
    startBoxMm: [120, 60],
    offered: 19,
  },
  spacer: {
    name: 'spacer',
    is: [],
    inSight: false,
    motions: ['pry-front', 'pull'],
    startBoxMm: [120, 60],
    offered: null,
  },
  seal: {
    name: 'seal',
    is: [],
    inSight: false,
    motions: ['pry-front', 'pull'],
    startBoxMm: [120, 60],
    offered: null,
  },
  boot: {
    name: 'cable boot',
    is: [],
    inSight: false,
    motions: ['pry-front', 'pull'],
    startBoxMm: [120, 60],
    offered: null,
  },
  adapter: {
    name: 'adapter',
    is: [],
    inSight: false,
    motions: ['pry-front', 'pull'],
    startBoxMm: [120, 60],
    offered: null,
  },
  mat: {
    name: 'mat',
    is: [],
    inSight: true,
    motions: ['lift'],
    startBoxMm: [120, 60],
    offered: 18,
  },
  reflector: {
    name: 'reflector',
    is: [],
    inSight: true,
    motions: ['pry-front', 'pull'],
    startBoxMm: [120, 60],
    offered: 10,
  },
  'glove-box': {
    name: 'glove box',
    is: [],
    inSight: false,
    motions: ['pry-front', 'pull'],
    startBoxMm: [120, 60],
    offered: null,
  },
  switch: {
    name: 'switch',
    is: ['electrical', 'isControl'],
    inSight: true,
    motions: ['pry-front', 'lift'],
    startBoxMm: [170, 60],
    offered: 4,
  },
  speaker: {
    name: 'speaker',
    is: ['electrical', 'closesCavity', 'sounds'],
    inSight: false,
    motions: ['pull'],
    startBoxMm: [170, 170],
    offered: 15,
  },
  tweeter: {
    name: 'tweeter',
    is: ['electrical', 'sounds'],
    inSight: false,
    motions: ['pry-front', 'pull'],
    startBoxMm: [120, 60],
    offered: 16,
  },
  lamp: {
    name: 'lamp',
    is: ['electrical', 'triedAlone'],
    inSight: false,
    motions: ['pry-front', 'pull'],
    startBoxMm: [120, 60],
    offered: 11,
  },
  module: {
    name: 'module',
    is: ['electrical', 'isControl'],
    inSight: false,
    motions: ['pry-front', 'pull'],
    startBoxMm: [120, 60],
    offered: 20,
  },
  sensor: {
    name: 'sensor',
    is: ['electrical', 'triedAlone'],
    inSight: false,
    motions: ['pry-front', 'pull'],
    startBoxMm: [120, 60],
    offered: null,
  },
  mirror: {
    name: 'mirror',
    is: ['electrical'],
    inSight: false,
    motions: ['pry-front', 'pull'],
    startBoxMm: [120, 60],
    offered: null,
  },
  motor: {
    name: 'motor',
    is: ['electrical'],
    inSight: false,
    motions: ['pry-front', 'pull'],
    startBoxMm: [120, 60],
    offered: null,
  },
  amplifier: {
    name: 'amplifier',
    is: ['electrical'],
    inSight: false,
    motions: ['pry-front', 'pull'],
    startBoxMm: [120, 60],
    offered: null,
  },
  'head-unit': {
    name: 'head unit',
    is: ['electrical'],
    inSight: false,
    motions: ['pry-front', 'pull'],
    startBoxMm: [120, 60],
    offered: null,
  },
  crossover: {
    name: 'crossover',
    is: ['electrical'],
    inSight: false,
    motions: ['pry-front', 'pull'],
    startBoxMm: [120, 60],
    offered: null,
  },
  washer: {
    name: 'washer',
    is: ['hidesNothing'],
    inSight: false,
    motions: ['lift'],
    startBoxMm: [40, 40],
    offered: null,
  },
  'blanking-plate': {
    name: 'blanking plate',
    is: ['closesCavity'],
    inSight: false,
    motions: ['pull'],
    startBoxMm: [170, 170],
    offered: null,
  },
  lock: {
    name: 'lock',
    is: ['electrical', 'isControl'],
    inSight: false,
    motions: ['pry-front', 'pull'],
    startBoxMm: [120, 60],
    offered: null,
  },
} satisfies Record<string, PartFacts>;

/** Every part kind Pezzo ships with, by code. */
export const PART_KINDS: ReadonlyMap<string, PartKind> = new Map(
  Object.entries<PartFacts>(KINDS).map(([code, facts]) => [
    code,
    {
      code,
      ...facts,
      electrical: facts.is.includes('electrical'),
      isControl: facts.is.includes('isControl'),
      isLarge: facts.is.includes('isLarge'),
      closesCavity: facts.is.includes('closesCavity'),
      sounds: facts.is.includes('sounds'),
      hidesNothing: facts.is.includes('hidesNothing'),
      triedAlone: facts.is.includes('triedAlone'),
    },
  ]),
);

/** How a part of a kind usually comes off, by codes of motions; one that nobody knows as a trim does. Common practice, no source. */
export const usualMotions = (kind: string): readonly string[] => PART_KINDS.get(kind)?.motions ?? ['pry-front', 'pull'];

/** The kinds offered to a gloved hand, in their order. */
export const partsOffered = (): PartKind[] => inOrderOffered(PART_KINDS.values(), ({ offered }) => offered);
