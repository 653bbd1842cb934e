import type { AsFoundChange, ExtraFastener, RunEvent, RunPhase, TestResult } from './events';
import type { Question } from './claims';

/** How far one action has come. */
export interface Progress {
  /** Completed as a whole at least once. */
  full: boolean;
  /** Sum of the partial counts; meaningless where `full`. */
  count: number;
  /** Events that count towards it, in logical order: the last is what Back takes back. */
  events: string[];
  /** A person's word on the count, once there was one; it counts more than the sum. */
  settled?: number;
}

/** What happened to the pieces of one fastener entry besides coming out and going back. */
export interface PieceCounts {
  scrapped: number;
  damagedButUsed: number;
  lost: number;
  /** Of those lost, how many fell into the panel. */
  inside: number;
  renewed: number;
  omitted: number;
  reasons: string[];
}

/** A difference of this vehicle from the procedure. */
export interface AsFound {
  event: string;
  item: string | null;
  difference: string;
  change: AsFoundChange | null;
}

/** One time that something closed was opened up again. */
export interface Round {
  round: number;
  /** What is to be got at, by `itemKey`. */
  items: string[];
  why: string;
  /** The line of a test that failed; null where it was something else. */
  check: string | null;
  person: string;
  at: string;
  /** The pieces that were left over and go back in it; null where it was opened for something else. */
  piece: { item: string; count: number } | null;
  /** What mended it, once somebody said. */
  mended: string | null;
  /** Lines that failed before it and that a lead let pass. */
  waived: string[];
  /** What was out already when it began, by the removal action's key: it is no part of this round's work. */
  stillOut: ReadonlySet<string>;
}

/** What an earlier round did and put back again, for the ledger. */
export interface PastRound {
  done: ReadonlyMap<string, Progress>;
  /** Pieces that were scrapped or lost by then, by item. */
  gone: ReadonlyMap<string, number>;
  /** Pieces of this round that were found left over later: they were out, and did not go back in it. */
  leftOver: Map<string, number>;
}

/** One answer to a line of a test sheet, as it was given. */
export interface TestAnswer {
  gate: string;
  check: string;
  result: TestResult;
  note: string | null;
  person: string;
  at: string;
  round: number;
}

/** Something that was taken back, with who did. */
export interface TakenBack {
  event: RunEvent;
  person: string;
  device: string;
  at: string;
}

/** A piece that was left over, and where it belonged once that is known. */
export interface LeftOver {
  event: string;
  words: string;
  count: number;
  kind: string;
  drive: string | null;
  settled: { item: string | null; reason: string | null } | null;
}

/** Everything a run's events amount to. A pure function of the set of events. */
export interface RunState {
  started: boolean;
  finished: boolean;
  paused: boolean;
  /** Why it is paused; null where nobody said. */
  pauseReason: string | null;
  /** Who takes a break, with the reason. A run is paused when everybody who works on it does. */
  pauses: Map<string, string | null>;
  /** Who has worked on it so far. */
  workers: Set<string>;
  phase: RunPhase;
  holder: string | null;
  /** What the last one said when handing over. */
  handOverNote: string | null;
  done: Map<string, Progress>;
  skipped: Map<string, string>;
  pieces: Map<string, PieceCounts>;
  ticks: Map<string, boolean>;
  /** Lines that are left out, with the reason. */
  leftOut: Map<string, string>;
  gates: Map<string, { passed: boolean; reason: string | null; person: string; event: string }>;
  /** The last result of each line of a test sheet. */
  tests: Map<string, { gate: string; check: string; result: TestResult }>;
  /** Every answer of every round, in order. */
  testLog: TestAnswer[];
  /** Pieces that fell inside and that somebody chose to look for later, by item. */
  lookLater: Map<string, number>;
  /** What was taken back, in the order that happened. */
  takenBack: TakenBack[];
  /** The round the run is in: 1 until something that was closed is opened up again. */
  round: number;
  rounds: Round[];
  /** What earlier rounds did and put back. */
  past: PastRound[];
  /** Lines that failed in an earlier round or this one, with who saw it. */
  failures: { check: string; person: string; at: string }[];
  leftOvers: LeftOver[];
  asFound: AsFound[];
  extras: (ExtraFastener & { event: string })[];
  /** What only a person can tell: two devices may mean the same broken piece. */
  questions: Question[];
  /** Events recorded against a gate, with what was not yet done: kept and shown, they count only once a lead accepted them. */
  against: { event: RunEvent; reason: string }[];
  /** Events that stand, in logical order. */
  log: RunEvent[];
  /** What arrived after the run was finished: shown beside, with who and when; it changes nothing of what was accounted for. */
  later: RunEvent[];
  /** Events of a type this version does not know: kept and shown, never dropped. */
  unknown: RunEvent[];
  lastLamport: number;
}

/** The state before anything happened. */
export const emptyState = (): RunState => ({
  started: false,
  finished: false,
  paused: false,
  pauseReason: null,
  pauses: new Map(),
  workers: new Set(),
  phase: 'remove',
  holder: null,
  handOverNote: null,
  done: new Map(),
  skipped: new Map(),
  pieces: new Map(),
  ticks: new Map(),
  leftOut: new Map(),
  gates: new Map(),
  tests: new Map(),
  testLog: [],
  lookLater: new Map(),
  takenBack: [],
  round: 1,
  rounds: [],
  past: [],
  failures: [],
  leftOvers: [],
  asFound: [],
  extras: [],
  questions: [],
  against: [],
  log: [],
  later: [],
  unknown: [],
  lastLamport: 0,
});

/** The name under which the result of one line of a test sheet is kept. */
export const testKey = (gate: string, check: string) => `${gate}|${check}`;
