import { findAction, type ActionGraph } from '../../planning';
import type { RunEvent } from './events';

/** Longer than this is a break nobody recorded: it tells nothing of the step, seconds (common practice, no source). */
const LONGEST_SECONDS = 900;
/** Events of one device that lie closer together were one tap, seconds. */
const ONE_TAP_SECONDS = 0.2;
/** Taps from which on the usual pace of a run is known. */
const ENOUGH_TAPS = 5;

/**
 * How long each action took against its standard time, as a share of this run's usual pace: 0.5 is half as long as usual here. Events of one tap share its time. By wall
 * time, so what a clock that was set back would tell is left out; so are breaks.
 */
export function hasteOf(graph: ActionGraph, log: readonly RunEvent[]): Map<string, number> {
  const taps = tapsOf(log).flatMap(({ keys, seconds }) => {
    const standard = keys.reduce((sum, key) => sum + (findAction(graph, key)?.ms ?? 0) / 1000, 0);
    return standard > 0 && seconds > 0 ? [{ keys, ratio: seconds / standard }] : [];
  });
  if (taps.length < ENOUGH_TAPS) return new Map();
  const sorted = taps.map(({ ratio }) => ratio).sort((a, b) => a - b);
  const usual = sorted[Math.floor(sorted.length / 2)];
  return new Map(taps.flatMap(({ keys, ratio }) => keys.map((key) => [key, ratio / usual] as const)));
}

/** Actions that were done by one tap, with the seconds since that device's last one. */
function tapsOf(log: readonly RunEvent[]): { keys: string[]; seconds: number }[] {
  const last = new Map<string, number>();
  const open = new Map<string, { keys: string[]; seconds: number }>();
  const taps: { keys: string[]; seconds: number }[] = [];
  for (const event of log) {
    const at = Date.parse(event.at) / 1000;
    const gap = at - (last.get(event.device) ?? NaN);
    last.set(event.device, at);
    if (event.type !== 'done') {
      open.delete(event.device);
      continue;
    }
    const tap = open.get(event.device);
    if (tap && Math.abs(gap) <= ONE_TAP_SECONDS) {
      tap.keys.push(event.action);
      continue;
    }
    if (!(gap > 0 && gap <= LONGEST_SECONDS)) {
      open.delete(event.device);
      continue;
    }
    const next = { keys: [event.action], seconds: gap };
    taps.push(next);
    open.set(event.device, next);
  }
  return taps;
}

/** Spread of the logarithm of a step's time, between one time and the next (common practice, no source). */
const SPREAD = 0.45;
const [LEAST, MOST] = [0.15, 8];

/**
 * How much more likely an entry of `pieces` was left engaged, from how long it took: a likelihood ratio of log-normal times, one with all pieces worked on, one with a piece
 * left out, kept between 0.15 and 8. 1 where nothing is known.
 */
export function hasteWeight(ratio: number | undefined, pieces: number): number {
  if (!ratio) return 1;
  const x = Math.log(ratio);
  const slipped = Math.log(Math.max(0.3, (pieces - 1) / pieces)) - 0.1;
  return Math.min(MOST, Math.max(LEAST, Math.exp((x * x - (x - slipped) ** 2) / (2 * SPREAD ** 2))));
}
