import type { StoreItem } from '../../core/shop';

/** Something in stores: how many, what open runs will need, what to order. */
export interface StoreRowView extends StoreItem {
  name: string;
  count: number;
  reserved: number;
  /** Ordered, and not here yet. */
  coming: number;
  /** Taken though by the count they were not there: to be counted. */
  missing: number;
  /** Of what is lacking, what others of its name stand in for. */
  covered: number;
  hasPhoto: boolean;
  /** Taken a month. */
  perMonth: number;
  /** Pieces to order; 0 where there is enough. */
  order: number;
}

/** What there is of clips and materials, and what moved lately. */
export interface StoresView {
  /** Of what was asked for, the rows that want something done first, then by name; at most so many as a page shows. */
  stock: StoreRowView[];
  /** How many there are of what was asked for. */
  matching: number;
  total: number;
  /** Everything that is to be ordered. */
  toOrder: StoreRowView[];
  currency: string;
  moves: {
    kind: string;
    name: string;
    change: number;
    reason: string;
    jobNumber: number | null;
    by: string;
    at: Date;
  }[];
}

/** What became of a delivery. */
export interface DeliveryView {
  booked: number;
  /** Kinds that stores do not know: nothing was booked of them. */
  unknown: { line: number; kind: string }[];
  bad: { line: number; message: string }[];
}

/** A tool of which the shop has only so many. */
export interface ShopToolView {
  id: string;
  /** As plans name it. */
  tool: string;
  name: string;
  label: string;
  holder: string | null;
  /** ISO 8601. */
  heldSince: string | null;
  dueWhat: 'calibration' | 'charge' | 'service' | null;
  /** YYYY-MM-DD. */
  dueOn: string | null;
  note: string;
  /** That day is past: it may not be used. */
  isDue: boolean;
}

/** An order, and what the supplier says to it. */
export interface SupplyOrderView {
  id: string;
  number: number;
  supplier: string;
  state: 'sent' | 'confirmed' | 'delayed' | 'received' | 'cancelled';
  /** YYYY-MM-DD. */
  expectedOn: string | null;
  words: string;
  sentBy: string;
  /** ISO 8601. */
  sentAt: string;
  lines: {
    kind: string;
    name: string;
    count: number;
    backOrdered: number;
    received: number;
    priceCents: number | null;
  }[];
}

/** What a job of some vehicle takes together. */
export interface StoreKitView {
  id: string;
  name: string;
  /** Empty for any. */
  make: string;
  model: string;
  lines: { kind: string; name: string; count: number; there: number }[];
  /** Jobs that took it. */
  takenBy: number[];
}
