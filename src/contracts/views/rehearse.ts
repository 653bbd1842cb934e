import type { OwnKind } from '../../core/trade';
import type { Due, Level, Move, Score, Setup } from '../../core/rehearse';

/** A rehearsal as its screen gets it: everything it takes, so that no move waits for a server. */
export interface RehearsalView {
  /** Null where nothing is kept: the door on the sign-in screen. */
  id: string | null;
  title: string;
  /** "revision 3", "draft". */
  of: string;
  setup: Omit<Setup, 'catalogue'>;
  ownKinds: OwnKind[];
  /** How it went, where it is over: it is looked at, not begun again. */
  played: { moves: Move[]; takenSeconds: number; score: Score } | null;
  /** Where to go when it is over. */
  leaveTo: string;
}

/** A finished rehearsal in a list. */
export interface PastRehearsalView {
  id: string;
  procedure: string;
  title: string;
  level: Level;
  points: number;
  brokenPieces: number;
  missed: number;
  needless: number;
  seconds: number;
  bestSeconds: number;
  /** ISO */
  at: string;
}

/** What is to be rehearsed, by words. `procedure` is where it can be: for a kind, one that has it. */
export interface DueView extends Pick<Due, 'what' | 'times' | 'lastPoints'> {
  words: string;
  procedure: string | null;
  title: string | null;
  /** Days from today; negative: overdue. */
  inDays: number;
}

export interface TaskView {
  person: string;
  personName: string;
  procedure: string;
  title: string;
  level: Level;
  setBy: string;
  /** ISO */
  setAt: string;
  doneAt: string | null;
}

/** The page of what to rehearse. */
export interface RehearseView {
  due: DueView[];
  mine: TaskView[];
  past: PastRehearsalView[];
  /** For leads: who rehearsed how, and what was set for whom. */
  team: { id: string; name: string; times: number; points: number | null; lastAt: string | null }[] | null;
  tasks: TaskView[];
  procedures: { id: string; title: string }[];
}

/** What one can choose before a rehearsal begins. */
export interface RehearseChoices {
  id: string;
  title: string;
  draft: boolean;
  goals: { goal: string; name: string }[];
  /** What is wanted out where nobody says otherwise. */
  usual: string;
  options: Record<string, string[]>;
}

/** What those who tried a draft found: how many of how many, and where they went wrong. */
export interface TestersView {
  wanted: number;
  people: string[];
  remarks: { item: string | null; words: string }[];
}
