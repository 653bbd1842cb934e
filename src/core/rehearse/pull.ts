import { FLAT, liftAt, type Pose, raise, type Spring, storedEnergy } from './plate';

/** One piece that holds a part: a spring that gives way beyond its strength. */
export interface Holder extends Spring {
  /** The entry it belongs to, by `itemKey`. */
  item: string;
  /** N */
  strength: number;
}

/** How hard a piece is strained at the end of its clamp that is lifted most: 1 is where it gives way. Pressed pieces are not strained. */
export interface Strain {
  holder: Holder;
  share: number;
}

/** A pull from rest. */
export interface Pulled {
  pose: Pose;
  forceN: number;
  strains: Strain[];
  /** Pieces that gave way, in order. */
  snapped: Holder[];
  /** What the hand put in, and what the pieces still hold, N·mm: the first is never less. */
  workNmm: number;
  storedNmm: number;
}

const strainOf = (holder: Holder, pose: Pose): Strain => ({
  holder,
  share:
    Math.max(0, liftAt(pose, holder.x, holder.y) + (holder.clampMm ?? 0) * Math.hypot(pose.tiltX, pose.tiltY)) *
    (holder.stiffness / holder.strength),
});

/**
 * Raises one point of a part from its seat by `mm`, slowly. What is strained beyond its strength gives way, the most strained first, and the others take its
 * load; the hand stands still meanwhile. `bed` holds softly and never gives way: the part's weight and its seal.
 */
export function pullFrom(
  holders: readonly Holder[],
  bed: readonly Spring[],
  at: { x: number; y: number },
  mm: number,
): Pulled {
  let left = [...holders];
  let raisedMm = 0;
  let workNmm = 0;
  const snapped: Holder[] = [];
  for (;;) {
    const springs = [...left, ...bed];
    const unit = springs.length ? raise(springs, at, 1) : { pose: { ...FLAT, lift: 1 }, forceN: 0 };
    const worst = left
      .map((holder) => strainOf(holder, unit.pose))
      .reduce<Strain | null>((most, one) => (most && most.share >= one.share ? most : one), null);
    const givesAt = worst && worst.share > 0 ? 1 / worst.share : Infinity;
    const to = Math.min(mm, Math.max(raisedMm, givesAt));
    workNmm += 0.5 * unit.forceN * (to * to - raisedMm * raisedMm);
    raisedMm = to;
    if (worst === null || givesAt > mm) {
      const pose = { lift: unit.pose.lift * mm, tiltX: unit.pose.tiltX * mm, tiltY: unit.pose.tiltY * mm };
      return {
        pose,
        forceN: unit.forceN * mm,
        strains: left.map((holder) => strainOf(holder, pose)),
        snapped,
        workNmm,
        storedNmm: storedEnergy(springs, pose),
      };
    }
    snapped.push(worst.holder);
    left = left.filter((holder) => holder !== worst.holder);
  }
}

/** Most that a careful hand raises a part by to feel whether it comes, mm. */
const FEEL_MM = 8;

/** How far a careful hand pulls: enough to feel what holds, half of what would break it. */
export function feelMm(holders: readonly Holder[], bed: readonly Spring[], at: { x: number; y: number }): number {
  if (holders.length === 0) return FEEL_MM;
  const { pose } = raise([...holders, ...bed], at, 1);
  const worst = Math.max(...holders.map((holder) => strainOf(holder, pose).share));
  return worst > 0 ? Math.min(FEEL_MM, 0.5 / worst) : FEEL_MM;
}
