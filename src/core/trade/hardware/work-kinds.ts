/** A kind of work on the car: how it is said, with what, and how long it usually takes. */
export interface WorkKind {
  code: string;
  /** "hole": what an unnamed one is called. */
  name: string;
  verb: string;
  tool: string;
  /**
   * Seconds (common practice, no source): an opening with its marking out 15 min; deburred, vacuumed and primed 10 min; a hole with its depth stop 2 min; a loom through a door's boot 25 min; a
   * crimped joint 2 min, of which a speaker has two; a door's damping at three quarters 35 min.
   */
  seconds: number;
  /** Seconds with another tool than the usual one: a soldered and sleeved joint takes 4 min. */
  secondsWith?: Record<string, number>;
  /** It is done at each of its points. */
  isPerPoint?: boolean;
  /** The caution it calls for. */
  caution: string | null;
  /** New equipment or wiring: tried before it is closed in. */
  isTested: boolean;
  /** Its place in a craftsman's order of work: marking before cutting, cutting before priming, the new part after its wiring. Null: anywhere. */
  rank: number | null;
}

/** The place of what is undone again: loops tied back, wires back in their retainers. */
export const RESTORE_RANK = 12;

const KINDS = {
  'mark-out': {
    name: 'marking',
    verb: 'Mark out',
    tool: 'centre-punch',
    seconds: 60,
    caution: null,
    isTested: false,
    rank: 1,
  },
  'move-aside': {
    name: 'loom',
    verb: 'Move aside',
    tool: 'hand',
    seconds: 60,
    caution: null,
    isTested: false,
    rank: 2,
  },
  cut: { name: 'opening', verb: 'Cut', tool: 'shears', seconds: 840, caution: 'saw', isTested: false, rank: 3 },
  drill: {
    name: 'hole',
    verb: 'Drill',
    tool: 'drill',
    seconds: 105,
    caution: 'drill',
    isTested: false,
    rank: 3,
    isPerPoint: true,
  },
  deburr: {
    name: 'edge',
    verb: 'Deburr',
    tool: 'file',
    seconds: 240,
    caution: 'sharp-edges',
    isTested: false,
    rank: 4,
  },
  seal: { name: 'edge', verb: 'Seal', tool: 'hand', seconds: 120, caution: null, isTested: false, rank: 6 },
  clean: { name: 'skin', verb: 'Clean', tool: 'hand', seconds: 240, caution: 'solvent', isTested: false, rank: 5 },
  damp: { name: 'skin', verb: 'Damp', tool: 'roller', seconds: 2100, caution: 'heat', isTested: false, rank: 7 },
  'route-cable': { name: 'cable', verb: 'Route', tool: 'hand', seconds: 1500, caution: null, isTested: false, rank: 8 },
  splice: {
    name: 'wires',
    verb: 'Splice',
    tool: 'crimp-tool',
    seconds: 240,
    caution: null,
    isTested: true,
    rank: 9,
    secondsWith: { 'soldering-iron': 480 },
  },
  fit: { name: 'new part', verb: 'Fit', tool: 'hand', seconds: 300, caution: null, isTested: true, rank: 11 },
  grease: { name: 'latch', verb: 'Grease', tool: 'hand', seconds: 45, caution: null, isTested: false, rank: 13 },
  're-pin': { name: 'plug', verb: 'Re-pin', tool: 'pick', seconds: 90, caution: null, isTested: true, rank: 9 },
  'put-on': { name: 'ring', verb: 'Put on', tool: 'hand', seconds: 180, caution: null, isTested: false, rank: 10 },
  join: {
    name: 'wires',
    verb: 'Join',
    tool: 'hand',
    seconds: 240,
    caution: null,
    isTested: false,
    rank: 9,
    secondsWith: { 'soldering-iron': 480 },
  },
  check: { name: 'polarity', verb: 'Check', tool: 'hand', seconds: 60, caution: null, isTested: false, rank: 14 },
  bag: { name: 'old part', verb: 'Bag and label', tool: 'hand', seconds: 30, caution: null, isTested: false, rank: 12 },
  tie: { name: 'cables', verb: 'Tie up', tool: 'hand', seconds: 45, caution: null, isTested: false, rank: 12 },
  pad: { name: 'loose cables', verb: 'Pad', tool: 'hand', seconds: 45, caution: null, isTested: false, rank: 10 },
  other: { name: 'work', verb: 'Do', tool: 'hand', seconds: 60, caution: null, isTested: false, rank: null },
} satisfies Record<string, Omit<WorkKind, 'code'>>;

/** Every kind of work, by code. */
export const WORK_KINDS: ReadonlyMap<string, WorkKind> = new Map(
  Object.entries(KINDS).map(([code, facts]) => [code, { code, ...facts }]),
);

/** How long work takes, seconds: its own time, else its kind's with its tool, for each of its points where it is done at each. */
export function workSeconds({
  kind,
  tool,
  seconds,
  at,
}: {
  kind: string;
  tool?: string;
  seconds?: number;
  at?: readonly unknown[];
}): number {
  const { seconds: usual, secondsWith, isPerPoint } = workKindOf(kind);
  return seconds ?? (secondsWith?.[tool ?? ''] ?? usual) * (isPerPoint ? Math.max(1, at?.length ?? 1) : 1);
}

/** The kind for a code; undefined where unknown. */
export const findWorkKind = (code: string): WorkKind | undefined => WORK_KINDS.get(code);

/** The kind for a code; one nobody knows is done by hand. */
export const workKindOf = (code: string): WorkKind =>
  findWorkKind(code) ?? { ...WORK_KINDS.get('other')!, code, name: code };
