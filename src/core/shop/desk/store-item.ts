import type { Cents } from './money';

/** What is known of something in stores besides how many there are. */
export interface StoreItem {
  /** A kind of the catalogue, or what a material is called. */
  kind: string;
  size: string;
  /** The shop's own number. */
  ownNumber: string;
  /** The supplier's number. */
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
  /** Items of one name stand in for each other ("any 8 mm press clip"); empty for none. */
  anyOf: string;
}
