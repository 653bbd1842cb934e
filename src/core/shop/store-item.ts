import type { Cents } from './money';

/** What is known of something in stores, besides how many there are. */
export interface StoreItem {
  /** As stock moves name it. */
  kind: string;
  /** The supplier's own number. */
  number: string;
  bin: string;
  supplier: string;
  /** Where orders are mailed to. */
  mail: string;
  priceCents: Cents | null;
  /** Never fewer than this on the shelf. */
  minimum: number;
  /** Days from ordering to having it. */
  leadDays: number;
}
