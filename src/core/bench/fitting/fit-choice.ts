import { type Fixing, isFixing } from './fixing';
import { isJoint, type Joint } from './joints';

/** What goes in where, and how: as it is asked of a plan. */
export interface FitChoice {
  procedure: string;
  /** The part it takes the place of. */
  of: string;
  /** A speaker of the shop's list, by its name. */
  speaker: string;
  joint: Joint;
  /** How it is held; null until somebody has said. */
  fixing: Fixing | null;
  crossover: boolean;
  /** The factory frame is kept, its cone cut out. */
  frame: boolean;
}

/** "kite-rear-door/woofer:adapter=ring+crossover:Saltmarsh 165 A". */
export const fitText = ({ procedure, of, speaker, joint, fixing, crossover, frame }: FitChoice): string =>
  `${procedure}/${of}:${joint}${fixing ? `=${fixing}` : ''}${crossover ? '+crossover' : ''}${frame ? '+frame' : ''}:${speaker}`;

/** Reads it back; null where it is none. */
export function parseFit(text: string): FitChoice | null {
  const match = /^([^/:]+)\/([^/:]+):([a-z]+)(?:=([a-z]+))?(\+crossover)?(\+frame)?:(.{1,80})$/.exec(text);
  if (!match) return null;
  const [, procedure, of, joint, way, box, kept, speaker] = match;
  if (!isJoint(joint) || (way !== undefined && !isFixing(way))) return null;
  return {
    procedure,
    of,
    speaker,
    joint,
    fixing: way ?? null,
    crossover: box !== undefined,
    frame: kept !== undefined,
  };
}
