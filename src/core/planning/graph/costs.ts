/** Coefficients of the order's cost: shop settings, all times in whole milliseconds. */
export interface CostSettings {
  /** Taking up another tool. */
  toolChangeMs: number;
  /** Laying the tool down and using the bare hand. */
  bareHandMs: number;
  /** Turning from one part to another within a zone. */
  partChangeMs: number;
  /** Speed of moving within one panel, millimetres a second. */
  moveMmPerSecond: number;
  /** Moving to another zone of the same door. */
  zoneMoveMs: number;
  /** Moving to another door or side. */
  sideMoveMs: number;
}

/** The defaults of a new shop (common practice, no source). */
export const DEFAULT_COSTS: CostSettings = {
  toolChangeMs: 6000,
  bareHandMs: 2000,
  partChangeMs: 3000,
  moveMmPerSecond: 800,
  zoneMoveMs: 8000,
  sideMoveMs: 25000,
};

/** Where an action happens: enough to price a move between two of them. */
export interface Place {
  /** The panel: a procedure. Null for work at the vehicle itself (the battery). */
  procedure: string | null;
  side: string | null;
  group: string;
  /** The part that is worked on, where turning to another one has a price. */
  part?: string | null;
  x: number;
  y: number;
}

/**
 * Milliseconds to move from one place to another: straight-line distance and turning to another part within a panel, a fixed time between
 * zones of one door, a longer one between doors or sides. Distances are rounded up and capped at the zone move, so that
 * the triangle inequality holds.
 */
export function moveMs(from: Place, to: Place, costs: CostSettings): number {
  if (from.procedure === to.procedure) {
    const mm = Math.hypot(from.x - to.x, from.y - to.y);
    const turnMs = (from.part ?? null) === (to.part ?? null) ? 0 : costs.partChangeMs;
    return Math.min(Math.ceil((mm / costs.moveMmPerSecond) * 1000) + turnMs, costs.zoneMoveMs);
  }
  return from.side === to.side && from.group === to.group ? costs.zoneMoveMs : costs.sideMoveMs;
}

/** The most that any change of tool costs, milliseconds. */
export const dearestToolMs = (costs: CostSettings) => Math.max(costs.toolChangeMs, costs.bareHandMs);

/** Milliseconds to change from one tool to another; none where it is the same. */
export function toolChangeMs(from: string, to: string, costs: CostSettings): number {
  if (from === to) return 0;
  return to === 'hand' ? costs.bareHandMs : costs.toolChangeMs;
}
