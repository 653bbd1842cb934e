import type { HandStep } from '../planning';
import type { RefitStep } from '../telling';
import type { Ground } from './ground';
import { type Damage, MISTAKES, type Outcome } from './move';

/** Taking apart; sorting screws and wires; putting back; over. */
export type Phase = 'apart' | 'sort' | 'back' | 'over';

/** How it ended. */
export type Ending = 'finished' | 'srs' | 'given-up';

/** The way back of what was taken apart. */
export interface WayBackNow {
  steps: HandStep[];
  actions: Map<string, RefitStep>;
  waitsFor: Map<string, string[]>;
}

/** How long a rehearsal that somebody left is kept, so that it can be gone on with, days. */
export const LEFT_KEPT_DAYS = 7;

/** Where a rehearsal stands after its moves. Never changed in place. */
export interface Rehearsal {
  phase: Phase;
  ending: Ending | null;
  /** Nodes of the graph that are done, in order. */
  done: readonly number[];
  isDone: ReadonlySet<number>;
  /** Pieces of each fastener or link that are out, where not all are. */
  out: ReadonlyMap<string, number>;
  /** Motions of each part that are done. */
  moved: ReadonlyMap<string, number>;
  tool: string;
  toolChanges: number;
  /** Entries whose head a wrong tool slipped in, and whether it is round by now. */
  slipped: ReadonlyMap<string, 'once' | 'round'>;
  damage: readonly Damage[];
  mistakes: readonly Outcome[];
  hints: number;
  back: WayBackNow | null;
  /** Keys of the way back's actions that are done. */
  backDone: ReadonlySet<string>;
  /** Lines of gates that were looked at. */
  looked: ReadonlySet<string>;
  moves: number;
  last: Outcome | null;
}

const AT_REST: Rehearsal = {
  phase: 'apart',
  ending: null,
  done: [],
  isDone: new Set(),
  out: new Map(),
  moved: new Map(),
  tool: 'hand',
  toolChanges: 0,
  slipped: new Map(),
  damage: [],
  mistakes: [],
  hints: 0,
  back: null,
  backDone: new Set(),
  looked: new Set(),
  moves: 0,
  last: null,
};

/** The state after an outcome: damage and mistakes are noted. */
export const noted = (state: Rehearsal, outcome: Outcome): Rehearsal => ({
  ...state,
  damage: outcome.damage.length ? [...state.damage, ...outcome.damage] : state.damage,
  mistakes: MISTAKES.has(outcome.went) ? [...state.mistakes, outcome] : state.mistakes,
  last: outcome,
});

/** With nodes done. */
export function withDone(state: Rehearsal, nodes: readonly number[]): Rehearsal {
  const more = nodes.filter((id) => !state.isDone.has(id));
  return more.length
    ? { ...state, done: [...state.done, ...more], isDone: new Set([...state.isDone, ...more]) }
    : state;
}

/** A map with one entry set. */
export const withEntry = <K, V>(map: ReadonlyMap<K, V>, key: K, value: V): ReadonlyMap<K, V> =>
  new Map(map).set(key, value);

/** Before the first move: pieces that somebody lost before are not there. */
export const startOf = ({ faults }: Pick<Ground, 'faults'>): Rehearsal => ({
  ...AT_REST,
  out: new Map(faults.flatMap((one) => (one.fault === 'missing' ? [[one.item, one.pieces] as const] : []))),
});

/** What some actions of the way back still wait for besides one another, by key. */
export const backWaitsFor = ({ back, backDone }: Rehearsal, actions: readonly string[]): string[] =>
  actions.flatMap((key) =>
    (back?.waitsFor.get(key) ?? []).filter((need) => !backDone.has(need) && !actions.includes(need)),
  );
