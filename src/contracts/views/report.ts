import type { LedgerRow, TestResult, ComparedLine, Mark, Signature, Wait } from '../../core/bay';

/** Something recorded too late to count. */
export interface LaterLine {
  words: string;
  by: string;
  at: string;
}

/** What one run did, for the customer and the file. */
export interface RunReport {
  title: string;
  goals: string[];
  people: string[];
  startedAt: string | null;
  finishedAt: string | null;
  /** `why`: left out, because. */
  fitted: { line: string; done: boolean; why: string | null; serial?: string | null }[];
  /** Every answer of every round, in the order they were given; `by`, `at`, `round` are missing in reports that versions before 0.3 kept, which told the last answer of each line. */
  tests: {
    gate: string;
    check: string;
    result: TestResult;
    note?: string | null;
    by?: string;
    at?: string;
    round?: number;
  }[];
  /** What was drilled, cut, spliced or otherwise changed for good or for now, one sentence each. */
  changed?: { words: string; forGood: boolean }[];
  overridden: { gate: string; reason: string; by: string }[];
  ledger: (Pick<
    LedgerRow,
    'words' | 'out' | 'back' | 'renewed' | 'scrapped' | 'lost' | 'omitted' | 'kept' | 'reasons' | 'wasMissing'
  > & {
    balances: boolean;
  })[];
  spares: { kind: string; count: number }[];
  /** What failed and was opened up again for, and what mended it. */
  rounds: { why: string; mended: string | null; by: string; at: string }[];
  /** Pieces that were left over, and where they belonged. */
  leftOver: string[];
  /** Pieces that fell inside, and whether they came out again; older reports have none. */
  fell?: string[];
  asFound: string[];
  /** What was recorded after it was finished: it changed nothing. */
  later: LaterLine[];
  skipped: string[];
  notes: string[];
  photos: { id: string; words: string }[];
}

/** A signature with what became of its seal: whether what was signed is still what it was; null where an older version sealed nothing. */
export type SealedSignature = Signature & { sealHolds: boolean | null };

/** What of a visit is kept as it was said when the vehicle was given back. */
export type VisitReport = Pick<Report, 'lines' | 'marks' | 'waits' | 'notes' | 'photos'>;

/** Everything a hand-over report says: `pezzo-report/1`. */
export interface Report {
  format: 'pezzo-report/1';
  shop: string;
  madeAt: string;
  /** The version of the program that printed it. */
  version: string;
  /** What it is made of: how many records, the last hash of their chains (SHA-256, hex), and how many do not fit their chain. */
  records: { count: number; chain: string; faults: number };
  /** IANA name of the shop's time zone: printed dates are in it. */
  timeZone: string;
  job: { number: number; title: string; customer: string; openedAt: string };
  vehicle: {
    make: string;
    model: string;
    year: number | null;
    body: string | null;
    steering: string;
    label: string;
    vin: string | null;
  };
  lines: ComparedLine[];
  marks: (Mark & { n: number })[];
  signatures: Partial<Record<'arrival' | 'departure', SealedSignature>>;
  /** Why nobody signed when the vehicle was given back; null where somebody did, or nothing was said. */
  unsigned: { reason: string; by: string; at: string } | null;
  /** Why the vehicle was not checked in, and whose word that was. */
  checkInSkipped: { reason: string; by: string; at: string } | null;
  /** Signatures that a later one of the same walk stands beside. */
  earlierSignatures: SealedSignature[];
  /** What was recorded after it was signed or closed: it stands beside, with who and when. */
  later: LaterLine[];
  /** When what names the customer was taken out; null while it is here. */
  redactedAt: string | null;
  waits: Wait[];
  notes: string[];
  closed: boolean;
  runs: RunReport[];
  /** What was worked out for this job, and why it was done where it did not work for sure. */
  bench: { tool: string; said: string; why: string | null; by: string; at: string }[];
  photos: { id: string; words: string }[];
}

/** Photos that go into a printed report at most; how many more there are is said. */
export const MOST_PRINTED_PHOTOS = 60;
