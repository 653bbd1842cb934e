import type { Place } from '../graph';

/** What a hand does in one go on the way out. */
export type RemovalStepKind = 'pull' | 'turn' | 'unplug' | 'work' | 'safe';
/** What a hand does in one go on the way back. */
export type RefitStepKind = 'offer' | 'seat' | 'fit' | 'start' | 'tighten' | 'join' | 'work' | 'gate' | 'power';
export type HandStepKind = RemovalStepKind | RefitStepKind;

/** Several actions that a hand does in one go. */
export interface HandStep {
  /** The key of its first action with the kind before it, so that it differs from that action's own: "pull=free:kite-rear-door/sail". */
  key: string;
  kind: HandStepKind;
  /** Null for work on the vehicle as a whole. */
  procedure: string | null;
  /** The part it is about; null for work on the vehicle as a whole. */
  part: string | null;
  /** Keys of its actions, in order. */
  actions: string[];
  tool: string;
  ms: number;
  place: Place;
}

/** Steps with what must come before what, by position. */
export interface StepOrder {
  steps: HandStep[];
  before: number[][];
  /** The steps that one is made of where a part is held from one to the next, by its key: they are ordered as one. */
  within?: ReadonlyMap<string, HandStep[]>;
}
