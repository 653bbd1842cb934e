import type { Place } from '../graph';

/** What is done to put an item back. */
export type RefitType = 'place' | 'join' | 'seat' | 'start' | 'tighten' | 'fit' | 'gate' | 'batteryOn';

/** The points that must be passed before closing. */
export type GateKind = 'clips' | 'closing-in' | 'test';

/** One line of a gate that a person looks at and answers. */
export interface GateCheck {
  text: string;
  /** Items the line is about, as "procedure/item". */
  items: string[];
}

/** One thing a technician does on the way back. `key` is unique in a refit: "seat:kite-rear-door/card". */
export interface RefitStep {
  key: string;
  type: RefitType;
  procedure: string | null;
  item: string;
  side: 'left' | 'right' | 'centre' | null;
  tool: string;
  ms: number;
  place: Place;
  bin: number | null;
  /** The removal action this undoes; null for gates. */
  reverses: string | null;
  gate: GateKind | null;
  checks: GateCheck[];
  notes: string[];
  /** A gate that the counts alone can pass: what it covers is fasteners only. */
  auto: boolean;
  /** A test that has to wait for power, when what it is about is closed already. */
  late?: boolean;
}
