import { besselJ1 } from './bessel';

/** A place or direction: x rearwards, y to the vehicle's right, z up, in mm for places. */
export type Vector = readonly [x: number, y: number, z: number];

/** Speed of sound in air at 20 °C, m/s. */
const SOUND = 343;

export interface AimResult {
  /** Between the tweeter's axis and the ears. */
  degrees: number;
  /** What it costs at that frequency, dB, positive. */
  lossDb: number;
}

/**
 * How far off its axis a dome is heard, and the treble that costs: a rigid piston in an infinite baffle radiates 2·J1(ka·sin θ)/(ka·sin θ) of what it does on axis (Kinsler, Fundamentals of
 * Acoustics, section 7.4). A dome is no piston and a dash no baffle, so take it as the trend.
 * @param dome its diameter, mm
 */
export function aimOf(at: Vector, axis: Vector, ears: Vector, dome: number, hertz: number): AimResult {
  const to: Vector = [ears[0] - at[0], ears[1] - at[1], ears[2] - at[2]];
  const cosine = dot(axis, to) / (Math.sqrt(dot(axis, axis)) * Math.sqrt(dot(to, to)));
  const angle = Math.acos(Math.max(-1, Math.min(1, cosine)));
  const k = (2 * Math.PI * hertz) / SOUND;
  const x = k * (dome / 2000) * Math.sin(angle);
  const ratio = x < 1e-9 ? 1 : Math.abs((2 * besselJ1(x)) / x);
  return { degrees: (angle * 180) / Math.PI, lossDb: ratio === 0 ? Infinity : -20 * Math.log10(ratio) || 0 };
}

/**
 * An axis turned towards the ears by an angle, as a wedge under a tweeter turns it, no further than onto them.
 * @param degrees how far
 */
export function turnedTo(at: Vector, axis: Vector, ears: Vector, degrees: number): Vector {
  const unit = (one: Vector): Vector => {
    const long = Math.sqrt(dot(one, one)) || 1;
    return [one[0] / long, one[1] / long, one[2] / long];
  };
  const [from, to] = [unit(axis), unit([ears[0] - at[0], ears[1] - at[1], ears[2] - at[2]])];
  const whole = Math.acos(Math.max(-1, Math.min(1, dot(from, to))));
  if (whole < 1e-9) return from;
  const share = Math.min(1, (degrees * Math.PI) / 180 / whole);
  // On the great circle between the two (Shoemake, “Animating rotation with quaternion curves”, 1985).
  const [a, b] = [Math.sin((1 - share) * whole), Math.sin(share * whole)].map((one) => one / Math.sin(whole));
  return [a * from[0] + b * to[0], a * from[1] + b * to[1], a * from[2] + b * to[2]];
}

const dot = (a: Vector, b: Vector) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
