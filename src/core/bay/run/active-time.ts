import type { RunEvent } from './events';

/** A gap longer than this is a break nobody recorded, seconds (common practice, no source). */
const LONGEST_STEP_SECONDS = 900;

/** Seconds a run was worked on, by wall time: from started to finished, without pauses and without gaps too long to be one step; of one that is open so far, if `isOpen` says so. 0 where it has no start and end. */
export function activeSeconds(events: RunEvent[], { isOpen = false } = {}): number {
  const times = events
    .map((event) => ({ at: Date.parse(event.at) / 1000, type: event.type }))
    .filter(({ at }) => Number.isFinite(at))
    .sort((a, b) => a.at - b.at);
  const start = times.findIndex(({ type }) => type === 'started');
  const finished = times.findLastIndex(({ type }) => type === 'finished');
  const end = finished < 0 && isOpen ? times.length - 1 : finished;
  if (start < 0 || end <= start) return 0;
  let sum = 0;
  let paused = false;
  for (let n = start + 1; n <= end; n += 1) {
    paused = times[n - 1].type === 'paused' || (paused && times[n - 1].type !== 'resumed');
    const gap = times[n].at - times[n - 1].at;
    if (!paused && gap <= LONGEST_STEP_SECONDS) sum += gap;
  }
  return sum;
}
