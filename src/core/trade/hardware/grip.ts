/** What can be broken, by what a shop would have to find again. */
export type Broken = 'trim' | 'clip' | 'tab' | 'hook' | 'pin' | 'bond' | 'plug' | 'cable' | 'edge' | 'head';

/**
 * What one piece does when its part is pulled while it holds. Forces are of the right order for a trim part pulled by hand (common practice, no source): they decide what gives way
 * first, not what a real one bears.
 */
export interface Grip {
  /** N/mm, of one piece with the trim around it. */
  stiffness: number;
  /** N */
  strength: number;
  /** Half the width it clamps over, mm: a screw holds against tilting, a clip hardly. */
  clampMm: number;
  /** What is broken then. */
  breaks: Broken;
  /** Minutes it takes to put right (common practice, no source). */
  mendMinutes: number;
}

/** A screw, bolt, nut or rivet does not give: the trim around it does. */
export const TRIM_GIVES: Grip = { stiffness: 30, strength: 150, clampMm: 25, breaks: 'trim', mendMinutes: 45 };
/** What is worked loose by hand and gives before the trim does. */
export const LETS_GO: Grip = { stiffness: 10, strength: 90, clampMm: 6, breaks: 'clip', mendMinutes: 5 };
/** A plug that is lifted away with its part while it is joined. */
export const PLUG: Grip = { stiffness: 5, strength: 60, clampMm: 6, breaks: 'plug', mendMinutes: 30 };
/** A cable, rod or hose that is. */
export const CABLE: Grip = { stiffness: 6, strength: 90, clampMm: 6, breaks: 'cable', mendMinutes: 30 };
