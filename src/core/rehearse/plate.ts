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

export const FLAT: Pose = { lift: 0, tiltX: 0, tiltY: 0 };

/** A plate at rest under a hand that has raised one point of it. */
export interface Raised {
  pose: Pose;
  /** What the hand has to pull with, N. */
  forceN: number;
}

/**
 * Where a rigid plate on springs comes to rest when one point of it is raised, by the least energy ½ Σ kᵢ wᵢ² with w = `mm` at that point (statics of a rigid body
 * on linear springs, textbook). The springs must not all lie on one line through nothing: three that span the plane are enough. Linear in springs.
 * @example raise([{ x: 0, y: 0, stiffness: 10 }, { x: 100, y: 0, stiffness: 10 }, …], { x: 200, y: 0 }, 5).forceN; // 10
 */
export function raise(springs: readonly Spring[], at: { x: number; y: number }, mm: number): Raised {
  // About the pulled point everything is better conditioned: there w is the lift alone.
  const m = { k: 0, x: 0, y: 0, xx: 0, xy: 0, yy: 0 };
  for (const { x, y, stiffness: k, clampMm = 0 } of springs) {
    const [dx, dy] = [x - at.x, y - at.y];
    m.k += k;
    m.x += k * dx;
    m.y += k * dy;
    const own = (clampMm * clampMm) / 2;
    m.xx += k * (dx * dx + own);
    m.xy += k * dx * dy;
    m.yy += k * (dy * dy + own);
  }
  const det = m.xx * m.yy - m.xy * m.xy;
  // Springs on one line: it turns about that line only, which a hair of stiffness settles.
  const [xx, yy] =
    det > 1e-9 * m.xx * m.yy ? [m.xx, m.yy] : [m.xx + 1e-6 * (m.xx + m.yy + 1), m.yy + 1e-6 * (m.xx + m.yy + 1)];
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
