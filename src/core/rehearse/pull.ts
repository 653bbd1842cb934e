import { addTo, liftAt, noSprings, type Pose, raise, raiseBy, type Spring, storedEnergy } from './plate';

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

/** How hard a pose strains a piece, 0 and up; `tilt` is the pose's slope, worked out once. */
const shareOf = ({ x, y, clampMm = 0, stiffness, strength }: Holder, pose: Pose, tilt: number): number =>
  (Math.max(0, liftAt(pose, x, y) + clampMm * tilt) * stiffness) / strength;
const tiltOf = ({ tiltX, tiltY }: Pose) => Math.hypot(tiltX, tiltY);

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
  const sums = addTo(noSprings(), [...holders, ...bed], at);
  const left = new Set(holders);
  let raisedMm = 0;
  let workNmm = 0;
  const snapped: Holder[] = [];
  for (;;) {
    const unit = left.size + bed.length ? raiseBy(sums, at, 1) : FREE;
    const worst = mostStrained(left, unit.pose);
    const givesAt = worst && worst.share > 0 ? 1 / worst.share : Infinity;
    const to = Math.min(mm, Math.max(raisedMm, givesAt));
    workNmm += 0.5 * unit.forceN * (to * to - raisedMm * raisedMm);
    raisedMm = to;
    if (worst === null || givesAt > mm) {
      const pose = { lift: unit.pose.lift * mm, tiltX: unit.pose.tiltX * mm, tiltY: unit.pose.tiltY * mm };
      const held = [...left];
      const tilt = tiltOf(pose);
      return {
        pose,
        forceN: unit.forceN * mm,
        strains: held.map((holder) => ({ holder, share: shareOf(holder, pose, tilt) })),
        snapped,
        workNmm,
        storedNmm: storedEnergy([...held, ...bed], pose),
      };
    }
    snapped.push(worst.holder);
    left.delete(worst.holder);
    addTo(sums, [worst.holder], at, -1);
  }
}

/** A part that nothing holds goes where the hand goes. */
const FREE = { pose: { lift: 1, tiltX: 0, tiltY: 0 }, forceN: 0 };

/** The piece that is strained most; of equals the first. Null where there is none. */
function mostStrained(holders: Iterable<Holder>, pose: Pose): Strain | null {
  const tilt = tiltOf(pose);
  let most: Holder | null = null;
  let share = -1;
  for (const holder of holders) {
    const own = shareOf(holder, pose, tilt);
    if (own > share) [most, share] = [holder, own];
  }
  return most && { holder: most, share };
}

/** Most that a careful hand raises a part by to feel whether it comes, mm. */
const FEEL_MM = 8;

/** How far a careful hand pulls: enough to feel what holds, half of what would break it. */
export function feelMm(holders: readonly Holder[], bed: readonly Spring[], at: { x: number; y: number }): number {
  if (holders.length === 0) return FEEL_MM;
  const { pose } = raise([...holders, ...bed], at, 1);
  const tilt = tiltOf(pose);
  const worst = Math.max(...holders.map((holder) => shareOf(holder, pose, tilt)));
  return worst > 0 ? Math.min(FEEL_MM, 0.5 / worst) : FEEL_MM;
}
