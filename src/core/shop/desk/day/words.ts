import type { DayConflict } from './conflicts';
import type { LateWhy } from './problem';

/** What names are said by. */
export interface DayNames {
  person: (id: string) => string;
  tool: (code: string) => string;
}

/** A conflict of the day as a sentence; the jobs it is about are named beside it. */
export function conflictWords(conflict: DayConflict, { person, tool }: DayNames): string {
  switch (conflict.code) {
    case 'person-twice':
      return `${person(conflict.person)} has ${together(conflict.jobs)} at once`;
    case 'bay-twice':
      return `${conflict.bay} has ${together(conflict.jobs)} at once`;
    case 'tool-short':
      return conflict.pieces === 0
        ? `Needs the ${tool(conflict.tool)}: none is ready for use`
        : `${conflict.jobs.length} jobs need the ${conflict.pieces === 1 ? 'one ' : `${conflict.pieces} `}${tool(conflict.tool)}${conflict.pieces === 1 ? '' : 's'} at once`;
    case 'part-later':
      return 'Starts before its part arrives';
    case 'srs-trainee':
      return `Airbag plugs come off: not for ${person(conflict.person)} alone`;
    case 'not-trained':
      return conflict.person === null
        ? 'Orange cables: a lead has to name who is trained'
        : `Orange cables: only ${person(conflict.person)} is trained`;
    case 'alone':
      return 'Takes two people, and nobody else is here';
    case 'not-here':
      return `${person(conflict.person)} no longer works here: choose somebody else`;
    case 'late':
      return `Will be ${spanWords(conflict.bySeconds)} late`;
    case 'tight':
      return `May be late, by up to ${spanWords(conflict.bySeconds)}`;
  }
}

const together = (jobs: readonly number[]) => (jobs.length === 2 ? 'both' : `${jobs.length} jobs`);

/** From so many hours on minutes are left out. */
const HOURS_ALONE = 10;

/** Working time in hours and minutes. @example spanWords(5400); // "1 h 30" */
export function spanWords(seconds: number): string {
  const minutes = Math.max(1, Math.round(seconds / 60));
  const [hours, rest] = [Math.floor(minutes / 60), minutes % 60];
  if (hours === 0) return `${rest} min`;
  return rest && hours < HOURS_ALONE ? `${hours} h ${String(rest).padStart(2, '0')}` : `${hours} h`;
}

/** Work, and what is only waited for: "4 h 10 of work, 1 h 20 of waiting"; the work alone where nothing dries. */
export const workWords = (workSeconds: number, waitSeconds: number): string =>
  waitSeconds > 0 ? `${spanWords(workSeconds)} of work, ${spanWords(waitSeconds)} of waiting` : spanWords(workSeconds);

/** Why an order does not keep a promise. */
export const LATE_WORDS: Record<LateWhy, string> = {
  nobody: 'nobody here may do it, or a tool it needs is not ready',
  'too-long': 'too late already, whoever begins it now',
  crowded: 'others that are kept stand in its way',
};
