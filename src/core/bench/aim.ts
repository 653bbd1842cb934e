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

const dot = (a: Vector, b: Vector) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
