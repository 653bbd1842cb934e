import type { Broken } from '../trade';
import type { Gesture } from './gestures';

/** What somebody who rehearses does. A rehearsal is the list of these, folded; `item` is an `itemKey`. */
export type Move =
  | { do: 'take'; tool: string }
  /** The tool in hand, or the bare hand, on a fastener, a link or work. */
  | { do: 'use'; item: string; pieces?: number }
  /** A part drawn, moved, turned or peeled; `mm` is how far the hand goes, by itself a careful hand. `at`: where on the map it takes hold. */
  | { do: 'pull'; item: string; gesture: Gesture; mm?: number; at?: [number, number]; region?: string }
  | { do: 'vehicle'; step: 'check' | 'batteryOff' | 'wait' }
  | { do: 'hint' }
  /** Everything wanted is out: on to the way back, or to the end. */
  | { do: 'turn-back' }
  /** Which pieces go into which entry's holes; which wire is plus. */
  | { do: 'sort'; pieces: Record<string, string>; wires: Record<string, string> }
  | { do: 'back'; step: string }
  | { do: 'look'; gate: string; check: string }
  | { do: 'answer'; gate: string; fine: Record<string, boolean> }
  | { do: 'stop' };

/** How a move went. */
export type Went =
  /** As it should: it let go, it went on. */
  | 'done'
  /** One of several motions, or some of several pieces. */
  | 'part-way'
  /** Something lies over it or must come first: nothing moved. */
  | 'covered'
  | 'too-early'
  /** Something wanted is not out yet, where one would turn back: no mistake. */
  | 'not-yet'
  /** It bends where it is held, and was let go in time. */
  | 'held'
  | 'broke'
  | 'tore'
  | 'wrong-way'
  | 'marked'
  | 'slipped'
  | 'rounded'
  | 'wrong-tool'
  /** An airbag plug with the battery on: the rehearsal ends. */
  | 'srs'
  | 'told'
  | 'gate'
  | 'mixed-up'
  | 'overlooked'
  | 'nothing';

/** A piece that is broken, with what it costs. */
export interface Damage {
  item: string;
  what: Broken;
  /** The fastener's or link's kind; a part's for its edge. */
  kind: string;
  pieces: number;
  mendMinutes: number;
}

/** What came of a move. */
export interface Outcome {
  went: Went;
  /** What it was done to, by `itemKey`; null for the vehicle as a whole. */
  item: string | null;
  /** What holds, hides or must come first, by `itemKey`; step keys on the way back. The first is named. */
  because: string[];
  damage: Damage[];
  /** The reason a rule of order gives; what a look showed; which tool it wants. */
  more?: string;
}

/** Moves that cost nothing but are noted against whoever made them, and those that broke something. */
export const MISTAKES: ReadonlySet<Went> = new Set<Went>([
  'covered',
  'too-early',
  'held',
  'broke',
  'tore',
  'wrong-way',
  'marked',
  'slipped',
  'rounded',
  'wrong-tool',
  'srs',
  'gate',
  'mixed-up',
  'overlooked',
]);

/** An outcome in which nothing broke. */
export const outcomeOf = (went: Went, item: string | null, because: string[] = [], more?: string): Outcome => ({
  went,
  item,
  because,
  damage: [],
  ...(more ? { more } : {}),
});
