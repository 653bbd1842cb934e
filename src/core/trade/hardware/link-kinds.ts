/** A tether. Times are for one piece, in seconds (common practice, no source). */
export interface LinkKind {
  code: string;
  name: string;
  plural: string;
  electrical: boolean;
  verb: string;
  refitVerb: string;
  release: string;
  tool: string;
  releaseSeconds: number;
  refitSeconds: number;
}

type Row = [string, string, string, boolean, string, string, string, string, number, number];

const ROWS: Row[] = [
  [
    'connector',
    'connector',
    'connectors',
    true,
    'Unplug',
    'Plug in',
    'press the tab, then draw the body, never the wires',
    'hand',
    5,
    5,
  ],
  ['cable', 'cable', 'cables', false, 'Unhook', 'Hook up', 'unhook the outer, turn, drop the end out', 'hand', 10, 14],
  ['rod', 'rod', 'rods', false, 'Unclip', 'Clip in', 'rotate the keeper, draw the rod out', 'hand', 8, 10],
  ['lamp', 'lamp', 'lamps', true, 'Unplug', 'Plug in', 'twist the holder out', 'hand', 6, 6],
  ['wire', 'wire', 'wires', true, 'Part', 'Join', 'part at the joint', 'side-cutters', 15, 60],
  ['aerial', 'aerial lead', 'aerial leads', true, 'Pull', 'Push in', 'pull the plug straight', 'hand', 5, 5],
  ['earth', 'earth lead', 'earth leads', true, 'Undo', 'Bolt up', 'undo the eyelet', 'hand', 12, 14],
  ['hose', 'hose', 'hoses', false, 'Draw off', 'Push on', 'twist, then draw off', 'hand', 8, 8],
  ['strap', 'strap', 'straps', false, 'Unhook', 'Hook up', 'unhook', 'hand', 5, 6],
  ['boot', 'cable boot', 'cable boots', false, 'Draw out', 'Seat', 'squeeze and draw out', 'hand', 12, 18],
];

/** Every link kind Pezzo ships with, by code. */
export const LINK_KINDS: ReadonlyMap<string, LinkKind> = new Map(
  ROWS.map(([code, name, plural, electrical, verb, refitVerb, release, tool, releaseSeconds, refitSeconds]) => [
    code,
    { code, name, plural, electrical, verb, refitVerb, release, tool, releaseSeconds, refitSeconds },
  ]),
);
