/**
 * How a kind lets go. `turned`: unscrewed. `pulled`: lets go when the part is pulled, so after the part's turned
 * fasteners. `worked`: released one by one with a tool or by hand, without turning it out.
 */
export type ReleaseMode = 'turned' | 'pulled' | 'worked';

/** What becomes of a fastener that came out. */
export type ReuseRule = 'keep' | 'inspect' | 'replace';

/** The simple marks of the panel map. Turned kinds with a known drive show the drive instead. */
export type Glyph =
  | 'screw'
  | 'bolt'
  | 'nut'
  | 'push-clip'
  | 'tab'
  | 'hook'
  | 'push-pin'
  | 'spring-clip'
  | 'c-clip'
  | 'rivet'
  | 'bent-tab'
  | 'bracket'
  | 'adhesive'
  | 'strap'
  | 'screw-clip'
  | 'stud'
  | 'hook-and-loop';

/** One entry of the hardware catalogue. Times are for one piece, in seconds (common practice, no source). */
export interface FastenerKind {
  code: string;
  name: string;
  plural: string;
  release: ReleaseMode;
  /** Threaded pieces are told apart by drive, length and thread, and get the stricter tray rule. */
  threaded: boolean;
  destructive: boolean;
  /** Moulded or stuck to the part: nothing loose comes out, so it needs no bin. */
  integral: boolean;
  verb: string;
  refitVerb: string;
  tool: string;
  releaseSeconds: number;
  refitSeconds: number;
  reuse: ReuseRule;
  /** Beta(a, b) prior of one piece breaking on release (common practice, no source). */
  breakPrior: { a: number; b: number };
  glyph: Glyph;
}

type Row = [
  code: string,
  name: string,
  plural: string,
  release: ReleaseMode,
  verb: string,
  refitVerb: string,
  tool: string,
  releaseSeconds: number,
  refitSeconds: number,
  reuse: ReuseRule,
  a: number,
  b: number,
  glyph: Glyph,
  flags?: string,
];

const ROWS: Row[] = [
  ['screw', 'screw', 'screws', 'turned', 'Unscrew', 'Screw in', 'hand', 8, 10, 'keep', 1, 200, 'screw', 'threaded'],
  ['bolt', 'bolt', 'bolts', 'turned', 'Undo', 'Bolt up', 'hand', 10, 12, 'keep', 1, 300, 'bolt', 'threaded'],
  ['nut', 'nut', 'nuts', 'turned', 'Undo', 'Run on', 'hand', 10, 12, 'keep', 1, 300, 'nut', 'threaded'],
  ['stud', 'stud', 'studs', 'turned', 'Wind out', 'Wind in', 'hand', 15, 15, 'inspect', 1, 40, 'stud', 'threaded'],
  [
    'screw-clip',
    'screw clip',
    'screw clips',
    'worked',
    'Give two turns to',
    'Press home and nip up',
    'PH2',
    7,
    8,
    'inspect',
    1,
    30,
    'screw-clip',
  ],
  [
    'push-clip',
    'push clip',
    'push clips',
    'pulled',
    'Pull free',
    'Palm home',
    'trim-tool',
    3,
    2,
    'inspect',
    1,
    9,
    'push-clip',
  ],
  [
    'spring-clip',
    'spring clip',
    'spring clips',
    'pulled',
    'Pull free',
    'Press home',
    'trim-tool',
    3,
    3,
    'inspect',
    1,
    30,
    'spring-clip',
  ],
  ['tab', 'tab', 'tabs', 'pulled', 'Ease out', 'Click in', 'trim-tool', 3, 2, 'inspect', 1, 25, 'tab', 'integral'],
  ['hook', 'hook', 'hooks', 'pulled', 'Free', 'Engage', 'hand', 2, 3, 'inspect', 1, 60, 'hook', 'integral'],
  [
    'bracket',
    'keyhole bracket',
    'keyhole brackets',
    'pulled',
    'Lift off',
    'Hang and slide down',
    'hand',
    3,
    4,
    'keep',
    1,
    100,
    'bracket',
    'integral',
  ],
  [
    'hook-and-loop',
    'hook-and-loop pad',
    'hook-and-loop pads',
    'pulled',
    'Peel apart',
    'Press together',
    'hand',
    3,
    2,
    'keep',
    1,
    100,
    'hook-and-loop',
    'integral',
  ],
  [
    'push-pin',
    'push pin',
    'push pins',
    'worked',
    'Lift the centre, pull',
    'Push in and set',
    'trim-tool',
    6,
    4,
    'inspect',
    1,
    12,
    'push-pin',
  ],
  ['c-clip', 'C-clip', 'C-clips', 'worked', 'Hook out', 'Snap on', 'clip-hook', 20, 10, 'inspect', 1, 40, 'c-clip'],
  [
    'bent-tab',
    'bent tab',
    'bent tabs',
    'worked',
    'Straighten',
    'Bend back',
    'pliers',
    6,
    6,
    'inspect',
    1,
    20,
    'bent-tab',
    'integral',
  ],
  [
    'rivet',
    'pop rivet',
    'pop rivets',
    'worked',
    'Drill out',
    'Replace',
    'drill',
    40,
    45,
    'replace',
    1,
    1,
    'rivet',
    'destructive',
  ],
  [
    'adhesive',
    'glued seam',
    'glued seams',
    'worked',
    'Cut or warm loose',
    'Glue',
    'heat-gun',
    60,
    60,
    'replace',
    1,
    3,
    'adhesive',
    'destructive integral',
  ],
  [
    'butyl',
    'butyl bead',
    'butyl beads',
    'worked',
    'Warm and peel',
    'Press down',
    'heat-gun',
    90,
    50,
    'inspect',
    1,
    8,
    'adhesive',
    'integral',
  ],
  [
    'tape',
    'tape',
    'tapes',
    'worked',
    'Peel off',
    'Wrap',
    'hand',
    10,
    15,
    'replace',
    1,
    1,
    'adhesive',
    'destructive integral',
  ],
  [
    'staple',
    'staple',
    'staples',
    'worked',
    'Lift out',
    'Replace',
    'pliers',
    6,
    8,
    'replace',
    1,
    1,
    'adhesive',
    'destructive integral',
  ],
  [
    'cable-tie',
    'cable tie',
    'cable ties',
    'worked',
    'Cut',
    'Replace',
    'side-cutters',
    4,
    8,
    'replace',
    1,
    1,
    'strap',
    'destructive',
  ],
  ['strap', 'strap', 'straps', 'worked', 'Unhook', 'Hook on', 'hand', 4, 5, 'keep', 1, 100, 'strap'],
  ['pin', 'locking pin', 'locking pins', 'worked', 'Draw out', 'Push in', 'pliers', 6, 5, 'keep', 1, 60, 'push-pin'],
];

/** Every fastener kind Pezzo ships with, by code. A shop's own entries are added with `extendCatalogue`. */
export const FASTENER_KINDS: ReadonlyMap<string, FastenerKind> = new Map(
  ROWS.map(
    ([
      code,
      name,
      plural,
      release,
      verb,
      refitVerb,
      tool,
      releaseSeconds,
      refitSeconds,
      reuse,
      a,
      b,
      glyph,
      flags = '',
    ]) => [
      code,
      {
        code,
        name,
        plural,
        release,
        verb,
        refitVerb,
        tool,
        releaseSeconds,
        refitSeconds,
        reuse,
        glyph,
        breakPrior: { a, b },
        threaded: flags.includes('threaded'),
        destructive: flags.includes('destructive'),
        integral: flags.includes('integral'),
      },
    ],
  ),
);

/** Other spellings people use for a kind. */
export const FASTENER_ALIASES: ReadonlyMap<string, string> = new Map([
  ['clip', 'push-clip'],
  ['press-in-clip', 'push-clip'],
  ['metal-clip', 'spring-clip'],
  ['spring-steel-clip', 'spring-clip'],
  ['two-stage-push-pin', 'push-pin'],
  ['push-rivet', 'push-pin'],
  ['pop-rivet', 'rivet'],
  ['keyhole', 'bracket'],
  ['l-bracket', 'bracket'],
  ['silicone', 'adhesive'],
  ['glue', 'adhesive'],
  ['self-tapper', 'screw'],
  ['machine-screw', 'screw'],
  ['circlip', 'c-clip'],
]);
