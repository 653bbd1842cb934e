/** All times are whole seconds of the shop's working time from now: nights and days off are not in them. */
type WorkSeconds = number;

/** Somebody who works. */
export interface DayPerson {
  id: string;
  /** When what is in their hands now is done. */
  freeFrom: WorkSeconds;
  /** How long they take against the shop's usual time: 1 as long, 1.3 a third longer. */
  pace: number;
}

/** A vehicle's work that waits to be done, by one person in one bay. */
export interface DayJob {
  id: string;
  likelySeconds: number;
  /** Person, bay and tools are kept for so long: the promise is made on it. */
  safeSeconds: number;
  /** Not before: its part arrives then. */
  from: WorkSeconds;
  /** When it is promised for; null where nobody promised. */
  due: WorkSeconds | null;
  /** Who may do it. */
  people: readonly string[];
  /** Tools of which the shop has only so many. */
  tools: readonly string[];
}

/** A day to be ordered. */
export interface DayProblem {
  people: readonly DayPerson[];
  /** From when each bay is free. */
  bays: readonly WorkSeconds[];
  /** For each tool, from when each piece of it is free. */
  tools: Readonly<Record<string, readonly WorkSeconds[]>>;
  jobs: readonly DayJob[];
}

/** A job in somebody's hands. */
export interface DayPlace {
  job: string;
  person: string;
  bay: number;
  start: WorkSeconds;
  likelyEnd: WorkSeconds;
  /** With its reserve. */
  end: WorkSeconds;
}

/** Why a promise could not be kept: nobody may do the work, it takes too long whoever begins it now, or others that are kept are in its way. */
export type LateWhy = 'nobody' | 'too-long' | 'crowded';

/** How long a job keeps somebody, with its reserve: whole seconds. */
export const heldSeconds = (job: DayJob, { pace }: DayPerson): number => Math.ceil(job.safeSeconds * pace);

/** How long it likely takes somebody: whole seconds. */
export const likelySecondsOf = (job: DayJob, { pace }: DayPerson): number => Math.ceil(job.likelySeconds * pace);
