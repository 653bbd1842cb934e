import type { StoreItem } from '../../core/shop';

/** Something in stores: how many, what open runs will need, what to order. */
export interface StoreRowView extends StoreItem {
  name: string;
  count: number;
  reserved: number;
  /** Taken a month. */
  perMonth: number;
  /** Pieces to order; 0 where there is enough. */
  order: number;
}

/** What there is of clips and materials, and what moved lately. */
export interface StoresView {
  stock: StoreRowView[];
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
