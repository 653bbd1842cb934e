import type { Schools } from '../../document';
import { BLADES_MM, plainNumber } from '../tools';

/** How wires are joined. */
export type Joint = Schools['joints'];

/** A school of joints: what it is called, how and with what it is made, and what it takes. Times for one joint, seconds (common practice, no source). */
export interface JointSchool {
  words: string;
  note: string;
  tool: string;
  seconds: number;
  material: string[];
  /** The factory plug stays as it is and is used. */
  usesPlug: boolean;
}

/** Blades differ on purpose: wide for plus, narrow for minus. */
const BLADES = `blade terminals ${BLADES_MM.map((mm) => plainNumber(mm)).join(' / ')} mm`;

/** The schools of joints; the first is the default: the car can go back to stock (common practice, no source). */
export const JOINTS: Record<Joint, JointSchool> = {
  adapter: {
    words: 'plug-in adapter',
    note: 'The adapter’s blades onto the new speaker, wide for plus; squeeze a loose blade before it goes on.',
    tool: 'pliers',
    seconds: 30,
    material: ['plug adapter', BLADES],
    usesPlug: true,
  },
  solder: {
    words: 'solder and sleeve',
    note: 'Slip the sleeve on first, solder, shrink it over the joint. Keep the iron clear of trim and glass.',
    tool: 'soldering-iron',
    seconds: 240,
    material: ['heat-shrink sleeve', BLADES],
    usesPlug: false,
  },
  crimp: {
    words: 'crimp',
    note: 'Crimp with the right die, pull each joint to test it, then sleeve it.',
    tool: 'crimp-tool',
    seconds: 120,
    material: ['butt connector', BLADES],
    usesPlug: false,
  },
};

/** Whether a word names a school of joints. */
export const isJoint = (text: string): text is Joint => Object.hasOwn(JOINTS, text);

/** Joints of one speaker: plus and minus. */
export const JOINTS_OF_A_PAIR = 2;
