/** Where somebody placed a job. Moments are ISO 8601. */
interface PlaceView {
  person: string | null;
  bay: string | null;
  startsAt: string;
  /** Which move it was: a later one by somebody else is told. */
  version: number;
  by: string;
}

/** A vehicle's work on the day. */
export interface DayJobView {
  number: number;
  title: string;
  vehicle: string;
  customer: string;
  /** What is left of it. */
  likelySeconds: number;
  safeSeconds: number;
  /** Waiting for something to dry besides, seconds. */
  waitSeconds: number;
  /** Nothing is planned or quoted yet: an hour is taken. */
  isGuess: boolean;
  isBegun: boolean;
  waits: string[];
  dueAt: string | null;
  /** Who says so: a quote, or somebody at the desk. */
  dueFrom: 'quote' | 'desk' | null;
  partsAt: string | null;
  parts: string;
  tools: string[];
  hasSrs: boolean;
  takesTwo: boolean;
  isHighVoltage: boolean;
  place: PlaceView | null;
  /** As the day goes: when it begins, likely ends, and surely ends; null where it is not placed. */
  from: string | null;
  likelyEnd: string | null;
  safeEnd: string | null;
}

/** Something that cannot be right. */
export interface DayConflictView {
  code: string;
  jobs: number[];
  words: string;
}

/** How full the hands of somebody are on a day, hours. */
interface LoadView {
  /** YYYY-MM-DD. */
  date: string;
  person: string;
  hours: number;
}

/** A day of the shop. */
export interface DayView {
  /** YYYY-MM-DD in the shop's time zone. */
  date: string;
  today: string;
  now: string;
  /** Opening hours of that day; null on a day off. */
  opens: string | null;
  closes: string | null;
  hoursOpen: number;
  people: { id: string; name: string; role: string; isHere: boolean }[];
  bays: string[];
  jobs: DayJobView[];
  conflicts: DayConflictView[];
  /** Working days from the one that is shown on. */
  load: LoadView[];
  dates: string[];
}

/** An order that is proposed for what is not begun. */
export interface DaySuggestionView {
  places: {
    job: number;
    title: string;
    person: string;
    bay: string;
    startsAt: string;
    likelyEnd: string;
    /** Of the place it takes; 0 where it has none. */
    version: number;
    isMoved: boolean;
  }[];
  /** Promises that are not kept, and why. */
  late: { job: number; title: string; words: string; dueAt: string; end: string | null }[];
  /** Jobs that cannot be placed. */
  left: { job: number; title: string; words: string }[];
  kept: number;
  promised: number;
  /** No order keeps more than so many. */
  most: number;
}
