import type { RunStart } from '@/contracts/views';
import type { ItemRef, Point } from '@/core/document';
import type { RunStep, Suspect } from '@/core/bay';
import type { RunHandle } from './use-run';

/** What the panel beside the map is about: the next step, or something that is in its way. */
export type Sheet = 'step' | 'stuck' | 'differs' | 'extra' | 'more';

/** Everything the panels of the bay screen share. */
export interface Bay extends RunStart {
  me: string;
  handle: RunHandle;
  /** The step worked on: the planned one, or another open one that was chosen. */
  now: RunStep | null;
  choose: (key: string | null) => void;
  /** The procedure (door) this tablet keeps to in a run over several; null for all. */
  zone: string | null;
  keepTo: (procedure: string | null) => void;
  /** The door this tablet is at: the one it keeps to, else the one its person took; null for none yet. */
  door: string | null;
  sheet: Sheet;
  show: (sheet: Sheet) => void;
  /** A place tapped on the map: where it resists, or where an extra fastener sits. */
  point: Point | null;
  setPoint: (point: Point | null) => void;
  /** The part that will not move, by its id in the step's procedure; null for the step's own. */
  stuckPart: string | null;
  setStuckPart: (part: string | null) => void;
  /** The item that differs, "procedure/item", tapped on the map; null for the step's own. */
  differing: ItemRef | null;
  setDiffering: (item: ItemRef | null) => void;
  /** What may hold it, most likely first; empty while nothing is stuck. */
  suspects: Suspect[];
  nameOf: (person: string) => string;
}
