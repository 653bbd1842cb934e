import type { Applicability } from '../../trade';
import type { SchoolChoice } from './schools';

/** A point on the map: x rearwards (or to the vehicle's right), y up, in millimetres. */
export type Point = [x: number, y: number];
/** Option values an item needs: one value or any of a list, per option. All options named must fit. */
export type When = Record<string, string | string[]>;

/** Something pointed out in a picture. `at` and `to` are shares of its width and height, 0…1. */
export interface PhotoMark {
  kind: 'arrow' | 'ring' | 'text';
  at: Point;
  to?: Point;
  text?: string;
}

/** A picture with what is marked in it; the first versions named the picture alone. */
export type PhotoRef = string | { id: string; marks?: PhotoMark[] };

/** A spoken note, or a clip of the trick that words cannot tell. */
export type RecordingKind = 'spoken' | 'clip';

/** A recording that is played at its item's step. */
export interface Recording {
  id: string;
  kind: RecordingKind;
  /** How long it is. */
  seconds: number;
}

/** What every item may carry. */
export interface ItemBase {
  id: string;
  name?: string;
  note?: string;
  technique?: string;
  /** What must be minded on the way back; `note` is for the way out. */
  refitNote?: string;
  photos?: PhotoRef[];
  recordings?: Recording[];
  difficulty?: number;
  difficultyWhy?: string;
  when?: When;
  /** States that must hold before this can be reached; absent = the default rule, empty = reachable from the start. */
  behind?: string[];
  /** Own time in seconds, replacing the catalogue's. */
  seconds?: number;
  /** Seconds between the last thing told and this one while it was recorded in the bay. A first time is slow, so nothing is planned with it. */
  took?: number;
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
  /** Parts that must be off while this one is seated, though it comes out past them. */
  offToSeat?: string[];
  /** Areas of it by name that can be peeled back alone, as polygons. */
  regions?: Record<string, Point[]>;
  /** How many people it takes to bring it in and out: one does not do it alone where that is 2. */
  hands?: 1 | 2;
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
  /** What it is worked with, where that is not its drive's own tool or its kind's usual one. */
  tool?: string;
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
  /** Where its pieces are. */
  at?: Point[];
  tab?: string;
  keyed?: boolean;
  mark?: string;
  release?: string;
  pins?: Pin[];
  safety?: 'srs';
}

/** When work is done: to go on taking apart, between apart and together, or on the way back. */
export type WorkPhase = 'apart' | 'fit' | 'back';
/** What work leaves behind that must be cleared before the cavity closes. */
export type Leaving = 'swarf' | 'bare-edge' | 'open-hole' | 'warm-glue';

/** Something done to the car. Planned only where an item that is needed names it, or as a goal. */
export interface Work extends ItemBase {
  kind: string;
  /** The part it is done on. */
  on?: string;
  /** States that must hold before it can be done. */
  needs?: string[];
  /** Absent: `fit`. */
  phase?: WorkPhase;
  /** How it is undone on the way back; without it nothing is undone. */
  undo?: string;
  at?: Point[];
  shape?: Point[];
  tool?: string;
  /** How its place is found again, millimetres from edges that stay. */
  datum?: { from: string; up?: number; andFrom?: string; back?: number };
  leaves?: Leaving[];
  material?: string[];
  reversible?: boolean;
  /** The kit it belongs to: all of one kit is one goal. */
  for?: string;
  /** How long it dries, cures or cools once it is done, seconds. */
  dries?: number;
  /** How many people it takes. */
  hands?: 1 | 2;
  /** Worth doing while one is in there: offered, never required. */
  while?: 'open';
  /** The part whose place the new one takes: once this is done it does not come back, nor what held or joined only it. */
  replaces?: string;
  /** The set that its kit belongs to, over zones: all kits of one set are one goal. Made with the steps for new parts. */
  set?: string;
  /** What the new one takes over of the old one's. Made with the steps for a new part, never recorded. */
  takesOver?: TakenOver;
  /** A part of the same document: this is done once that is seated and screwed home, before anything closes over it. Made with the steps for a new part. */
  onceSeated?: string;
}

/** What a new part takes over of the one whose place it takes. */
export interface TakenOver {
  /** What is put in, in running text: "new door speaker". */
  name: string;
  /** Which one it is: "Saltmarsh 165 A"; null where nobody has said. */
  which: string | null;
  /** Ids of what comes back with it: its place itself, fasteners, plugs. */
  returns: string[];
  /** Those of the fasteners that hold its ring, and so come back before it is offered. */
  ringHeldBy: string[];
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

/** A line or form of the bare panel: nothing that comes off. */
export interface MapFeature {
  kind: 'window-line' | 'handle-bowl' | 'armrest' | 'pocket' | 'speaker-field' | 'wheel-arch';
  box: [Point, Point];
}

export interface PanelMap {
  width: number;
  height: number;
  outline: string | { path: string } | { photo: string };
  /** What makes the outline read as its panel, each in the box between two corners; absent: what such panels usually have. */
  features?: MapFeature[];
  /** A picture behind the drawing: its four corners on the map, so that it lies straight. */
  photo?: { id: string; corners: Point[] };
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
  /** Where it was seen, where that was another vehicle or side: hearsay until it is tested on this one. */
  heard?: string;
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
  photos?: PhotoRef[];
  work?: Work[];
  mounts?: Mount[];
  pairs?: Pair[];
  access?: Access[];
  /** What is set again once the battery is back: "radio code". */
  afterPower?: string[];
  /** Where this procedure asks for another way of working than the shop's, and why. */
  schools?: SchoolChoice[];
}

/** Anything a document lists. */
export type Item = Part | Fastener | Link | Work;
export type ItemType = 'part' | 'fastener' | 'link' | 'work';
/** Chosen option values. An option that is missing here is unknown, not false. */
export type OptionValues = Record<string, string>;

/** The reserved name of the vehicle itself: what everything is finally joined to. */
export const BODY = 'body';
