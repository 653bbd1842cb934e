import { readStepKey } from '../../planning';
import type { RunEvent } from './events';

/** Where the time of runs went: by what hands did, seconds; what was not believable is left out and counted. */
export interface TimeSpent {
  byType: Map<string, number>;
  /** Taps faster than hands move: a demo, or made up for afterwards. */
  tooFast: number;
  /** Gaps too long to be one step. */
  gaps: number;
}

/** Between these many seconds a step is believed (common practice, no source). */
const [SHORTEST, LONGEST] = [1, 900];

/** The time before each step that was done, from the event before it on the same device; pauses in between are none of it. */
export function timeSpent(events: readonly RunEvent[]): TimeSpent {
  const spent: TimeSpent = { byType: new Map(), tooFast: 0, gaps: 0 };
  const last = new Map<string, { at: number; paused: boolean }>();
  const ordered = [...events].sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
  for (const event of ordered) {
    const at = Date.parse(event.at) / 1000;
    if (!Number.isFinite(at)) continue;
    const before = last.get(event.device);
    if (event.type === 'done' && before && !before.paused) {
      const seconds = at - before.at;
      const type = readStepKey(event.action)?.type;
      if (seconds < SHORTEST) spent.tooFast += 1;
      else if (seconds > LONGEST) spent.gaps += 1;
      else if (type) spent.byType.set(type, (spent.byType.get(type) ?? 0) + seconds);
    }
    last.set(event.device, { at, paused: event.type === 'paused' || (!!before?.paused && event.type !== 'resumed') });
  }
  return spent;
}
