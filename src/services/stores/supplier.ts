import { createHash } from 'node:crypto';

/** An order as a supplier gets it. */
export interface SentOrder {
  id: string;
  lines: { kind: string; count: number; leadDays: number }[];
}

/** What a supplier says to an order at once. */
export interface SupplierAnswer {
  state: 'confirmed' | 'delayed';
  /** Days from now until it comes. */
  days: number;
  words: string;
  /** Of a kind, how many come later than the rest. */
  backOrdered: Map<string, number>;
}

/** The supplier of the demo: nobody is written to, its answers are made up. */
export const SIMULATED_SUPPLIER = 'Harbour Fastenings (simulated)';

/** Days that a delayed order takes longer at most; the share of orders that are delayed, and that lack something. */
const [LONGEST_DELAY, DELAYED, SHORT] = [6, 0.25, 0.2];

/**
 * What the made-up supplier says: most orders are confirmed for its usual time, some are delayed by two days or more, of some a part of the largest line is back-ordered. The
 * same order gets the same answer.
 */
export function simulatedAnswer({ id, lines }: SentOrder): SupplierAnswer {
  const chance = createHash('sha256').update(id).digest();
  const share = (at: number) => chance.readUInt16BE(at) / 65_536;
  const usual = Math.max(1, ...lines.map(({ leadDays }) => leadDays));
  const backOrdered = new Map<string, number>();
  if (share(0) < SHORT) {
    const [largest] = [...lines].sort((a, b) => b.count - a.count || (a.kind < b.kind ? -1 : 1));
    backOrdered.set(largest.kind, Math.max(1, Math.floor(largest.count * (0.3 + 0.4 * share(2)))));
  }
  if (share(4) < DELAYED) {
    const late = 2 + Math.floor(share(6) * (LONGEST_DELAY - 1));
    return { state: 'delayed', days: usual + late, words: `Delayed by ${late} days`, backOrdered };
  }
  const words = backOrdered.size ? 'Confirmed; a part is back-ordered' : 'Confirmed';
  return { state: 'confirmed', days: usual, words, backOrdered };
}
