/** A point that holds a plate against being lifted off its seat: a spring at right angles to it. Places in mm, stiffness in N/mm. */
export interface Spring {
  x: number;
  y: number;
  stiffness: number;
  /** Half the width over which it clamps the plate, so that it holds against tilting too, mm; a point where it is not given. As four springs of a quarter each at its ends. */
  clampMm?: number;
}

/** How a rigid plate stands off its seat: w(x, y) = lift + tiltX · x + tiltY · y, mm. */
export interface Pose {
  lift: number;
  tiltX: number;
  tiltY: number;
}

/** How far a point of the plate is off its seat, mm; negative where it is pressed into it. */
export const liftAt = ({ lift, tiltX, tiltY }: Pose, x: number, y: number): number => lift + tiltX * x + tiltY * y;

/** A plate at rest under a hand that has raised one point of it. */
export interface Raised {
  pose: Pose;
  /** What the hand has to pull with, N. */
  forceN: number;
}

/** The sums of springs about a point that its rest is worked out from: Σk, Σkx, Σky, Σkx², Σkxy, Σky². */
export interface Sums {
  k: number;
  x: number;
  y: number;
  xx: number;
  xy: number;
  yy: number;
}

/** Adds springs to sums about a point, or takes them away again (`sign` −1). */
export function addTo(sums: Sums, springs: Iterable<Spring>, at: { x: number; y: number }, sign: 1 | -1 = 1): Sums {
  for (const { x, y, stiffness, clampMm = 0 } of springs) {
    const [dx, dy, k] = [x - at.x, y - at.y, sign * stiffness];
    const own = (clampMm * clampMm) / 2;
    sums.k += k;
    sums.x += k * dx;
    sums.y += k * dy;
    sums.xx += k * (dx * dx + own);
    sums.xy += k * dx * dy;
    sums.yy += k * (dy * dy + own);
  }
  return sums;
}
export const noSprings = (): Sums => ({ k: 0, x: 0, y: 0, xx: 0, xy: 0, yy: 0 });

/**
 * Where a rigid plate on springs comes to rest when one point of it is raised, by the least energy ½ Σ kᵢ wᵢ² with w = `mm` at that point (statics of a rigid body
 * on linear springs, textbook). The springs must not all lie on one line through nothing: three that span the plane are enough. Linear in springs.
 * @example raise([{ x: 0, y: 0, stiffness: 10 }, { x: 100, y: 0, stiffness: 10 }, …], { x: 200, y: 0 }, 5).forceN; // 10
 */
export const raise = (springs: readonly Spring[], at: { x: number; y: number }, mm: number): Raised =>
  raiseBy(addTo(noSprings(), springs, at), at, mm);

/** The same from sums about the pulled point. About it everything is well conditioned: there w is the lift alone. */
export function raiseBy(m: Sums, at: { x: number; y: number }, mm: number): Raised {
  const det = m.xx * m.yy - m.xy * m.xy;
  // Springs on one line: it turns about that line only, which a hair of stiffness settles.
  const hair = det > 1e-9 * m.xx * m.yy ? 0 : 1e-6 * (m.xx + m.yy + 1);
  const [xx, yy] = [m.xx + hair, m.yy + hair];
  const d = xx * yy - m.xy * m.xy;
  const tiltX = (-mm * (m.x * yy - m.y * m.xy)) / d;
  const tiltY = (-mm * (m.y * xx - m.x * m.xy)) / d;
  return {
    pose: { lift: mm - tiltX * at.x - tiltY * at.y, tiltX, tiltY },
    forceN: m.k * mm + m.x * tiltX + m.y * tiltY,
  };
}

/** What springs hold in a pose: ½ Σ k w², N·mm, over the four of each clamp. */
export const storedEnergy = (springs: readonly Spring[], pose: Pose): number =>
  springs.reduce((sum, { x, y, stiffness, clampMm = 0 }) => {
    const tilt = (clampMm * clampMm * (pose.tiltX ** 2 + pose.tiltY ** 2)) / 2;
    return sum + 0.5 * stiffness * (liftAt(pose, x, y) ** 2 + tilt);
  }, 0);
