import { JOINTS, type Joint } from './fit-steps';

/** What goes in where, and how: as it is asked of a plan. */
export interface FitChoice {
  procedure: string;
  /** The part it takes the place of. */
  of: string;
  /** A speaker of the shop's list, by its name. */
  speaker: string;
  joint: Joint;
  crossover: boolean;
  /** The factory frame is kept, its cone cut out. */
  frame: boolean;
}

/** "kite-rear-door/woofer:adapter+crossover:Saltmarsh 165 A". */
export const fitText = ({ procedure, of, speaker, joint, crossover, frame }: FitChoice): string =>
  `${procedure}/${of}:${joint}${crossover ? '+crossover' : ''}${frame ? '+frame' : ''}:${speaker}`;

/** Reads it back; null where it is none. */
export function parseFit(text: string): FitChoice | null {
  const match = /^([^/:]+)\/([^/:]+):([a-z]+)(\+crossover)?(\+frame)?:(.{1,80})$/.exec(text);
  if (!match || !Object.hasOwn(JOINTS, match[3])) return null;
  const [, procedure, of, joint, box, kept, speaker] = match;
  return { procedure, of, speaker, joint: joint as Joint, crossover: box !== undefined, frame: kept !== undefined };
}
