import type { Place } from '../graph';
import { itemKey, type ItemRef, type Leaving } from '../../document';

/** What is done to put an item back. */
export type RefitType =
  'place' | 'join' | 'seat' | 'start' | 'tighten' | 'fit' | 'seal' | 'restore' | 'work' | 'dry' | 'gate' | 'batteryOn';

/** The points that must be passed before closing. */
export type GateKind = 'clips' | 'closing-in' | 'test' | 'before-power' | 'airbag-lamp' | 'after-power';

/** Whether each line of a gate is answered for itself and kept, as a test is; the other gates are passed as a whole. */
export const answersEachLine = (gate: GateKind | null): boolean =>
  gate === 'test' || gate === 'before-power' || gate === 'airbag-lamp';

/** What a line of a gate asks. */
export type CheckFact =
  | 'pieces-back'
  | 'inside-back'
  | 'nothing-left-inside'
  | 'shield-sealed'
  | 'weep-holes-clear'
  | 'glass-path-clear'
  | 'srs-joined'
  | 'srs-locked'
  | 'joined-and-working'
  | 'joined-and-moving'
  | 'works'
  | 'new-sound'
  | 'latch-free'
  | 'key-out'
  | 'nobody-inside'
  | 'lamp-on'
  | 'lamp-out'
  | Leaving
  | 'set-again'
  | 'recorded';

/** One line of a gate that a person looks at and answers. Its words are made by `wording`. */
export interface GateCheck {
  /** Names the line in events and stored plans, whatever its words are: "works:kite-rear-door/woofer". */
  id: string;
  fact: CheckFact;
  /** The part it is asked about before that closes; null at hand-over. */
  part: ItemRef | null;
  /** Items the line is about, by `itemKey`. */
  items: string[];
  /** What is set again, or tried, as recorded. */
  what?: string;
  /** The areas that were peeled back, where not all of it was. */
  regions?: string[];
  /** What moves the glass, where nobody has said which of the two it has. */
  ifFitted?: 'motor' | 'crank';
}

/** Something to mind at a step. Its words are made by `wording`. */
export type RefitNote =
  | { note: 'comes-back-as'; as: string; material: string | null }
  | { note: 'always-new' }
  | { note: 'not-to-stock' }
  | { note: 'into-plastic' }
  | { note: 'limit'; limit: string }
  | { note: 'by-hand' }
  | { note: 'mark'; mark: string }
  | { note: 'hang-control'; control: ItemRef }
  | { note: 'slip-on'; control: ItemRef }
  | { note: 'clips-on'; fastener: ItemRef; part: ItemRef }
  | { note: 'no-power'; check: Pick<GateCheck, 'fact' | 'items' | 'part'>; link: ItemRef }
  | { note: 'may-hang'; source: string }
  | { note: 'test-after-power'; parts: ItemRef[] };

/** One thing a technician does on the way back. `key` is unique in a refit: "seat:kite-rear-door/card". */
export interface RefitAction {
  key: string;
  type: RefitType;
  procedure: string | null;
  item: string;
  region?: string;
  side: 'left' | 'right' | 'centre' | null;
  tool: string;
  ms: number;
  place: Place;
  bin: number | null;
  /** The removal action this undoes; null for gates. */
  reverses: string | null;
  gate: GateKind | null;
  checks: GateCheck[];
  notes: RefitNote[];
  /** A test that had to wait for power, when what it is about is closed already. */
  late?: boolean;
  /** Its lines say which zone and side they are about, whatever else the job opens. */
  saysWhere?: boolean;
}

/** A line of a gate about items of one part. `fact` and items name it. */
export const checkOf = (fact: CheckFact, part: ItemRef | null, items: string[]): GateCheck => ({
  id: `${fact}:${items.length === 1 ? items[0] : part ? itemKey(part) : 'vehicle'}`,
  fact,
  part,
  items,
});
