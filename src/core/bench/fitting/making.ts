import type { Catalogue } from '../../trade';
import type { Link, ProcedureDocument, Work } from '../../document';
import type { FitRules } from '../tools';
import type { Fixing, Fixings, SpeakerFacts } from './fixing';
import type { Joint } from './joints';

/** What goes in, and how it is put in. */
export interface NewSpeaker {
  /** The part it takes the place of. */
  of: string;
  speaker: SpeakerFacts;
  joint: Joint;
  /** How it is held; null while nobody has said: then nothing is drilled, put on or left out for it. */
  fixing: Fixing | null;
  /** A crossover or another box goes in beside it. */
  crossover?: boolean;
  /** The cone is cut out and the factory frame kept: this cannot go back to stock. */
  frame?: boolean;
  rules?: FitRules;
  catalogue?: Catalogue;
}

/** Adds a step of a kind by name; returns its id. */
type Add = (step: string, kind: string, name: string, more?: Partial<Work>) => string;

/** What the steps of one new part are made from. */
export interface Making {
  document: ProcedureDocument;
  chosen: NewSpeaker;
  /** The old part by name, and the new one. */
  old: string;
  name: string;
  /** What must be out of the way before any of it. */
  base: string[];
  /** How it can be fixed, and how it goes in by each. */
  fixings: Fixings;
  /** Plugs that stay as they are and go onto the new one. */
  plugs: Link[];
  add: Add;
}

/** A crossover or amplifier: it plays nothing itself. */
export const isBox = ({ parts }: ProcedureDocument, of: string) =>
  !['speaker', 'tweeter'].includes(parts.find(({ id }) => id === of)?.kind ?? 'speaker');
