import type { ProcedureDocument } from '../document';

/** An end of a part as it is drawn. Left and right on centre zones only. */
export const EDGES = ['front', 'rear', 'top', 'bottom', 'middle', 'left', 'right'] as const;
export type Edge = (typeof EDGES)[number];

/** What a hand does with a part: draws an end of it out towards the cabin, moves it along the panel, turns it, peels it, eases it off, pushes it in. */
export type Gesture =
  `out-${Edge}` | 'up' | 'down' | 'forward' | 'rearward' | 'leftward' | 'rightward' | 'turn' | 'peel' | 'ease' | 'in';

const OUT = EDGES.map((edge): Gesture => `out-${edge}`);
const ALONG: Gesture[] = ['up', 'down', 'forward', 'rearward', 'leftward', 'rightward'];
export const GESTURES: readonly Gesture[] = [...OUT, ...ALONG, 'turn', 'peel', 'ease', 'in'];

const ALIKE: Gesture[] = ['out-front', 'out-rear', 'out-middle', 'up', 'down', 'forward', 'rearward'];
const REST: Gesture[] = ['turn', 'peel', 'ease', 'in'];
const SIDED: Gesture[] = [...ALIKE, 'out-top', 'out-bottom', ...REST];
const CENTRE: Gesture[] = [...ALIKE, 'out-left', 'out-right', 'leftward', 'rightward', ...REST];

const PLACED = /^(pry|pull|hinge|unhook)-(front|rear|top|bottom|middle|left|right)$/;
const PLAIN: Record<string, Gesture[]> = {
  pry: OUT,
  pull: OUT,
  hinge: OUT,
  tilt: OUT,
  'roll-out': [...OUT, 'turn'],
  squeeze: [...OUT, 'ease'],
  // On a dash "up" is towards the cabin.
  lift: ['up', ...OUT],
  up: ['up'],
  'slide-up': ['up'],
  lower: ['down'],
  down: ['down'],
  'slide-down': ['down'],
  forward: ['forward'],
  'slide-forward': ['forward'],
  rearward: ['rearward'],
  'slide-rearward': ['rearward'],
  slide: ALONG,
  turn: ['turn'],
  twist: ['turn'],
  peel: ['peel'],
  unhook: ['ease', 'up'],
  'push-in': ['in'],
  feed: [...ALONG, 'ease'],
};

/** The gestures that are a recorded motion. One the catalogue does not have (a shop's own) may be done by any. */
export function gesturesFor(motion: string): readonly Gesture[] {
  const placed = PLACED.exec(motion);
  if (!placed) return PLAIN[motion] ?? GESTURES;
  const out: Gesture = `out-${placed[2] as Edge}`;
  return placed[1] === 'unhook' ? [out, 'ease'] : [out];
}

/** Whether it draws the part out of its plane: what a spring at right angles feels. */
export const isOut = (gesture: Gesture): boolean => gesture.startsWith('out-');

/** The end it takes hold of; the middle where it takes hold of none. */
export const edgeOf = (gesture: Gesture): Edge => (isOut(gesture) ? (gesture.slice(4) as Edge) : 'middle');

/** The gestures that are offered on a panel: those of its kind of zone, and what its own motions ask for. */
export function gesturesOf({ side, parts }: Pick<ProcedureDocument, 'side' | 'parts'>): Gesture[] {
  const usual = new Set<Gesture>(side === 'centre' ? CENTRE : SIDED);
  const asked = new Set(parts.flatMap(({ motions }) => motions ?? []).filter((motion) => PLACED.test(motion)));
  for (const motion of asked) for (const gesture of gesturesFor(motion)) usual.add(gesture);
  return GESTURES.filter((gesture) => usual.has(gesture));
}
