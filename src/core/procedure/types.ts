import type { Applicability } from '../vehicle';

/** A point on the map: x rearwards (or to the vehicle's right), y up, in millimetres. */
export type Point = [x: number, y: number];
/** Option values an item needs: one value or any of a list, per option. All options named must fit. */
export type When = Record<string, string | string[]>;

/** What every part, fastener and link may carry. */
export interface ItemBase {
  id: string;
  name?: string;
  note?: string;
  technique?: string;
  /** What must be minded on the way back; `note` is for the way out. */
  refitNote?: string;
  photos?: string[];
  difficulty?: number;
  difficultyWhy?: string;
  when?: When;
  /** States that must hold before this can be reached; absent = the default rule, empty = reachable from the start. */
  behind?: string[];
  /** Own time in seconds, replacing the catalogue's. */
  seconds?: number;
}

export interface Part extends ItemBase {
  kind: string;
  shape?: Point[];
  motions?: string[];
  tool?: string;
  startAt?: string;
  /** The part that carries this one: it goes along when that one comes off. */
  on?: string;
  /** Lies loose once that part is off, so it must be taken and kept. */
  looseWith?: string;
}

export interface Refit {
  byHand?: boolean;
  limit?: string;
  /** What it comes back as, where it cannot come back as itself. */
  as?: string;
  material?: string;
  count?: number;
  reversible?: boolean;
}

export interface Fastener extends ItemBase {
  holds: string | string[];
  kind: string;
  drive?: string;
  count?: number;
  at?: Point[];
  length?: number;
  thread?: string;
  recess?: number;
  angle?: number;
  staysOn?: string;
  reuse?: string;
  release?: string;
  refit?: Refit;
}

export interface Pin {
  cavity: string;
  colour?: string;
  function?: string;
}

export interface Link extends ItemBase {
  joins: [string, string];
  kind: string;
  count?: number;
  tab?: string;
  keyed?: boolean;
  mark?: string;
  release?: string;
  pins?: Pin[];
  safety?: 'srs';
}

export interface Before {
  first: string;
  then: string;
  why?: string;
}

export interface Route {
  of: string;
  anyOf: string[][];
}

export interface PanelMap {
  width: number;
  height: number;
  outline: string | { path: string } | { photo: string };
}

/** Where a speaker sits, as measured on the vehicle. Lengths in millimetres; `bore` and `circle` are diameters. */
export interface Mount {
  /** The part it is about. */
  of: string;
  /** What it is screwed to: "door-skin". */
  face?: string;
  bore?: number;
  holes?: { count: number; circle: number; start?: number };
  toGlass?: number;
  toRegulator?: number;
  /** Whether the regulator lies behind the magnet, so that it limits the depth, or beside it. */
  regulator?: 'behind' | 'beside';
  grilleGap?: number;
  skin?: number;
  tolerance?: number;
  measured?: { how: string; job?: number };
}

/** Which wire of a speaker's pair is plus, and how that is known. Colours are IEC 60757 codes, base/stripe. */
export interface Pair {
  of: string;
  /** The place where it was found: "speaker plug". */
  at?: string;
  plus: { colour?: string; cavity?: string };
  minus: { colour?: string; cavity?: string };
  verified?: { how: string; result: string; job?: number }[];
}

/** A way into the cavity of this zone. */
export interface Access {
  name: string;
  at: Point;
  use?: string;
}

/** A vehicle-specific teardown of one zone: the open format `pezzo-procedure/1`. */
export interface ProcedureDocument {
  format: 'pezzo-procedure/1';
  id: string;
  title: string;
  applies: Applicability[];
  zone: string;
  side: 'left' | 'right' | 'centre';
  options?: Record<string, string[]>;
  map: PanelMap;
  parts: Part[];
  fasteners: Fastener[];
  links: Link[];
  before?: Before[];
  routes?: Route[];
  recordedOrder?: string[];
  checks?: string[];
  cautions?: string[];
  photos?: string[];
  mounts?: Mount[];
  pairs?: Pair[];
  access?: Access[];
  /** What is set again once the battery is back: "radio code". */
  afterPower?: string[];
}

/** Any of the three things a document lists. */
export type Item = Part | Fastener | Link;
export type ItemType = 'part' | 'fastener' | 'link';
/** Chosen option values. An option that is missing here is unknown, not false. */
export type OptionValues = Record<string, string>;

/** The reserved name of the vehicle itself: what everything is finally joined to. */
export const BODY = 'body';
