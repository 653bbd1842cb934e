import type { Place } from './costs';
import { stepKey } from './step-ref';

/** What is done to an item on the way out, or to the vehicle as a whole. */
export type RemovalType =
  'release' | 'undo' | 'free' | 'peel' | 'takeOff' | 'work' | 'dry' | 'check' | 'batteryOff' | 'wait';

/** One thing a technician does, with its price. `key` is unique in a plan: "release:kite-rear-door/s1". */
export interface Action {
  key: string;
  type: RemovalType;
  /** Null for work on the vehicle as a whole. */
  procedure: string | null;
  item: string;
  /** The area of a part that is peeled, where it is not the whole of it. */
  region?: string;
  side: 'left' | 'right' | 'centre' | null;
  tool: string;
  ms: number;
  place: Place;
  /** Options this action depends on that nobody has given: it is done only if fitted. */
  ifFitted: string[];
}

const BATTERY_PLACE: Place = { procedure: null, side: null, group: 'battery', x: 0, y: 0 };

/** Seconds for the battery's own actions (common practice, no source). The SRS wait is the vehicle maker's: unknown here. */
const BATTERY_SECONDS = { check: 60, batteryOff: 60 };

/** The actions that make the vehicle safe. `waitSeconds` is the shop's own figure with its source, or null: unknown. */
export function batteryActions(waitSeconds: number | null): Action[] {
  const action = (type: RemovalType, item: string, tool: string, seconds: number): Action => ({
    key: stepKey({ type, procedure: null, item }),
    type,
    procedure: null,
    item,
    side: null,
    tool,
    ms: seconds * 1000,
    place: BATTERY_PLACE,
    ifFitted: [],
  });
  return [
    action('check', 'before-battery', 'hand', BATTERY_SECONDS.check),
    action('batteryOff', 'battery', 'battery-spanner', BATTERY_SECONDS.batteryOff),
    action('wait', 'battery', 'hand', waitSeconds ?? 0),
  ];
}
