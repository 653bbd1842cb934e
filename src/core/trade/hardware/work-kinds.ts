/** A kind of work on the car: how it is said, with what, and how long it usually takes. */
export interface WorkKind {
  code: string;
  /** "hole": what an unnamed one is called. */
  name: string;
  verb: string;
  tool: string;
  /** Seconds (common practice, no source). */
  seconds: number;
  /** The caution it calls for. */
  caution: string | null;
  /** New equipment or wiring: tried before it is closed in. */
  isTested: boolean;
}

const ROWS: [
  code: string,
  verb: string,
  name: string,
  tool: string,
  seconds: number,
  caution?: string,
  tested?: 'tested',
][] = [
  ['mark-out', 'Mark out', 'marking', 'centre-punch', 60],
  ['move-aside', 'Move aside', 'loom', 'hand', 30],
  ['cut', 'Cut', 'opening', 'shears', 180, 'saw'],
  ['drill', 'Drill', 'hole', 'drill', 60, 'drill'],
  ['deburr', 'Deburr', 'edge', 'file', 60, 'sharp-edges'],
  ['seal', 'Seal', 'edge', 'hand', 60],
  ['clean', 'Clean', 'skin', 'hand', 60, 'solvent'],
  ['damp', 'Damp', 'skin', 'roller', 420, 'heat'],
  ['route-cable', 'Route', 'cable', 'hand', 240],
  ['splice', 'Splice', 'wires', 'crimp-tool', 120, undefined, 'tested'],
  ['fit', 'Fit', 'new part', 'hand', 120, undefined, 'tested'],
  ['grease', 'Grease', 'latch', 'hand', 45],
  ['re-pin', 'Re-pin', 'plug', 'pick', 90, undefined, 'tested'],
  ['put-on', 'Put on', 'ring', 'hand', 120],
  ['join', 'Join', 'wires', 'hand', 90],
  ['check', 'Check', 'polarity', 'hand', 60],
  ['bag', 'Bag and label', 'old part', 'hand', 30],
  ['tie', 'Tie up', 'cables', 'hand', 45],
  ['pad', 'Pad', 'loose cables', 'hand', 45],
  ['other', 'Do', 'work', 'hand', 60],
];

/** Every kind of work, by code. */
export const WORK_KINDS: ReadonlyMap<string, WorkKind> = new Map(
  ROWS.map(([code, verb, name, tool, seconds, caution, tested]) => [
    code,
    { code, verb, name, tool, seconds, caution: caution ?? null, isTested: tested === 'tested' },
  ]),
);

/** The kind for a code; undefined where unknown. */
export const findWorkKind = (code: string): WorkKind | undefined => WORK_KINDS.get(code);

/** The kind for a code; one nobody knows is done by hand. */
export const workKindOf = (code: string): WorkKind =>
  findWorkKind(code) ?? { ...WORK_KINDS.get('other')!, code, name: code };
