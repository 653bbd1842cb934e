/** The two wires of a pair, before anybody knows which is plus. */
export type Wire = 'first' | 'second';
export type PolarityMethod = 'cell' | 'meter' | 'push' | 'phase' | 'plug';

/** A way to find a pair's plus: what is done, what may be seen, what that means, how often it is right. */
export interface PolarityTest {
  code: PolarityMethod;
  name: string;
  steps: string[];
  seen: { code: string; words: string; plus: Wire | null }[];
  /** How often it tells the truth, 0.5…1 (common practice, no source). */
  reliability: number;
  /** Shows nothing behind a capacitor. */
  needsDirect: boolean;
}

/** The tests of a pair, the surest first. `first` is the wire that + or red is put on. */
export const POLARITY_TESTS: PolarityTest[] = [
  {
    code: 'cell',
    name: '1.5 V cell',
    steps: [
      'Unplug the amplifier or the head unit from this pair.',
      'Cell’s + on the first wire, − on the second: tap it for a moment, never hold it.',
      'Watch the cone.',
    ],
    seen: [
      { code: 'out', words: 'Cone jumps out', plus: 'first' },
      { code: 'in', words: 'Cone jumps in', plus: 'second' },
      { code: 'nothing', words: 'Nothing moves', plus: null },
    ],
    reliability: 0.99,
    needsDirect: true,
  },
  {
    code: 'push',
    name: 'Cone pushed by hand',
    steps: [
      'Unplug the amplifier from this pair; meter on 200 mV, red on the first wire.',
      'Push the cone gently in with all fingertips, evenly.',
      'Read the sign while it moves in.',
    ],
    seen: [
      { code: 'negative', words: 'Reads minus while it goes in', plus: 'first' },
      { code: 'positive', words: 'Reads plus while it goes in', plus: 'second' },
      { code: 'nothing', words: 'Reads nothing', plus: null },
    ],
    reliability: 0.95,
    needsDirect: true,
  },
  {
    code: 'phase',
    name: 'Phase check against a known speaker',
    steps: [
      'Play bass in mono on this one and on a known one, close to both.',
      'First wire on +. Listen, then swap this pair and listen again.',
      'The way with more bass is in phase.',
    ],
    seen: [
      { code: 'fuller', words: 'Fuller with the first wire on +', plus: 'first' },
      { code: 'thinner', words: 'Thinner with the first wire on +', plus: 'second' },
      { code: 'alike', words: 'No difference to hear', plus: null },
    ],
    reliability: 0.9,
    needsDirect: false,
  },
  {
    code: 'plug',
    name: 'Blade widths of the plug',
    steps: ['Look at the speaker’s blades: the wide one is plus (usual, not certain).'],
    seen: [
      { code: 'wide', words: 'First wire is on the wide blade', plus: 'first' },
      { code: 'narrow', words: 'First wire is on the narrow blade', plus: 'second' },
      { code: 'alike', words: 'Both alike', plus: null },
    ],
    reliability: 0.85,
    needsDirect: false,
  },
  {
    code: 'meter',
    name: 'Meter on 200 mV, factory feed live',
    steps: [
      'Only across the two wires of this known pair: one probe on each, nothing to the body.',
      'Red on the first wire; sound off, system on.',
      'Read the sign of the idle offset.',
    ],
    seen: [
      { code: 'positive', words: 'Reads plus', plus: 'first' },
      { code: 'negative', words: 'Reads minus', plus: 'second' },
      { code: 'nothing', words: 'Reads nothing', plus: null },
    ],
    reliability: 0.7,
    needsDirect: false,
  },
];
const TESTS = new Map(POLARITY_TESTS.map((test) => [test.code, test]));

export interface PolarityEvidence {
  method: PolarityMethod;
  /** A code of the test's `seen`. */
  seen: string;
}

export interface PolarityFinding {
  plus: Wire | null;
  /** How sure, 0.5…1. */
  sure: number;
  /** One test says this, another that. */
  contradicted: boolean;
  /** Every test that can show it showed nothing: probably behind a capacitor. */
  hasCapacitor: boolean;
}

/** From here on it is taken as known. */
export const SURE_ENOUGH = 0.97;

/** Adds up what was seen: independent tests, each with its reliability r, add ln(r / (1 − r)) to the log odds (Bayes). The same test repeated counts once, the latest. */
export function polarityOf(evidence: readonly PolarityEvidence[]): PolarityFinding {
  const latest = new Map(evidence.map((one) => [one.method, one.seen]));
  const votes = [...latest].flatMap(([method, code]) => {
    const test = TESTS.get(method)!;
    const plus = test.seen.find((one) => one.code === code)?.plus ?? null;
    return plus ? [{ plus, weight: Math.log(test.reliability / (1 - test.reliability)) }] : [];
  });
  const odds = votes.reduce((sum, { plus, weight }) => sum + (plus === 'first' ? weight : -weight), 0);
  const silent = [...latest].some(([method, code]) => TESTS.get(method)!.needsDirect && code === 'nothing');
  return {
    plus: votes.length === 0 || odds === 0 ? null : odds > 0 ? 'first' : 'second',
    sure: 1 / (1 + Math.exp(-Math.abs(odds))),
    contradicted: new Set(votes.map(({ plus }) => plus)).size > 1,
    hasCapacitor: silent && !votes.some(({ weight }) => weight > Math.log(0.9 / 0.1)),
  };
}

/** How often a wiring diagram tells the truth about this very car (common practice, no source). */
const DIAGRAM = 0.95;
/** How surely a pair's plus is known by the ways it was found, 0.5…1; each way counts once, one that nobody knows not at all. */
export function sureBy(hows: readonly string[]): number {
  const odds = [...new Set(hows)].reduce((sum, how) => {
    const reliability = how === 'wiring diagram' ? DIAGRAM : (TESTS.get(how as PolarityMethod)?.reliability ?? 0.5);
    return sum + Math.log(reliability / (1 - reliability));
  }, 0);
  return 1 / (1 + Math.exp(-odds));
}

/** Two speakers that were compared: alike in phase or not. */
export interface PhaseCheck {
  a: string;
  b: string;
  inPhase: boolean;
}

/** Which speakers move together. `contradiction` names a check that cannot be true with those before it. */
export interface PhaseFinding {
  /** Speakers of each group that was compared, the larger side first; the second side is out of phase. */
  groups: { together: string[]; against: string[] }[];
  contradiction: PhaseCheck | null;
}

/** Puts phase checks of pairs together over the whole car: a union-find that keeps parity (Tarjan, 1975). */
export function phaseOf(checks: readonly PhaseCheck[]): PhaseFinding {
  const parent = new Map<string, { of: string; flipped: boolean }>();
  const root = (name: string): { of: string; flipped: boolean } => {
    const up = parent.get(name);
    if (!up || up.of === name) return { of: name, flipped: false };
    const top = root(up.of);
    return { of: top.of, flipped: up.flipped !== top.flipped };
  };
  let contradiction: PhaseCheck | null = null;
  for (const check of checks) {
    for (const name of [check.a, check.b]) if (!parent.has(name)) parent.set(name, { of: name, flipped: false });
    const [a, b] = [root(check.a), root(check.b)];
    const flipped = (a.flipped !== b.flipped) === check.inPhase;
    if (a.of !== b.of) parent.set(b.of, { of: a.of, flipped });
    else if (flipped) contradiction ??= check;
  }
  const sides = new Map<string, [string[], string[]]>();
  for (const name of [...parent.keys()].sort()) {
    const { of, flipped } = root(name);
    const side = sides.get(of) ?? [[], []];
    side[flipped ? 1 : 0].push(name);
    sides.set(of, side);
  }
  const groups = [...sides.values()].map(([a, b]) =>
    a.length >= b.length ? { together: a, against: b } : { together: b, against: a },
  );
  return { groups, contradiction };
}

/** Which speaker plays when its feed is joined and one return is touched. */
export interface ReturnTest {
  speaker: string;
  return: string;
}

/** Returns that more than one speaker plays on: on a head unit with bridged outputs each needs its own, or they crackle and can kill the output. */
export function sharedReturns(tests: readonly ReturnTest[]): { return: string; speakers: string[] }[] {
  const of = new Map<string, Set<string>>();
  for (const { speaker, return: wire } of tests) of.set(wire, (of.get(wire) ?? new Set()).add(speaker));
  return [...of].filter(([, all]) => all.size > 1).map(([wire, all]) => ({ return: wire, speakers: [...all].sort() }));
}

/** Blade widths in use on speakers, mm (common practice; the wide one is usually plus). */
export const BLADES_MM = [2.8, 4.8, 6.3] as const;

/** A speaker and meter to practise on: which wire is really plus, whether a capacitor is before it, and which way the amplifier's idle offset leans. */
export interface SimulatedSpeaker {
  plus: Wire;
  hasCapacitor: boolean;
  offset: 1 | -1;
  wideIsPlus: boolean;
}

/** What is seen of a simulated speaker when a test is made on it. */
export function observe({ plus, hasCapacitor, offset, wideIsPlus }: SimulatedSpeaker, method: PolarityMethod): string {
  const { seen, needsDirect } = TESTS.get(method)!;
  if (needsDirect && hasCapacitor) return seen[2].code;
  const isFirst =
    method === 'meter'
      ? (plus === 'first') === offset > 0
      : method === 'plug'
        ? (plus === 'first') === wideIsPlus
        : plus === 'first';
  return seen[isFirst ? 0 : 1].code;
}
