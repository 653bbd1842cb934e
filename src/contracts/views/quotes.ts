import type { AgainstActual, LabourTerms, QuoteLine, TaxTerms } from '../../core/shop';
import type { Stroke } from '../../core/bay';

export interface QuoteAnswerView {
  answer: 'accepted' | 'declined';
  how: 'signature' | 'phone' | 'in-person';
  name: string;
  strokes: Stroke[] | null;
  leftOut: string[];
  grossCents: number;
  note: string;
  by: string;
  /** ISO 8601. */
  at: string;
}

/** A quote as it was sent. */
export interface QuoteView {
  id: string;
  number: number;
  lines: QuoteLine[];
  terms: TaxTerms & { currency: string };
  words: string;
  /** ISO 8601. */
  readyBy: string | null;
  by: string;
  at: string;
  answer: QuoteAnswerView | null;
}

/** Everything that a job's quotes are made of and stand against. */
export interface QuotesView {
  quotes: QuoteView[];
  terms: TaxTerms & { currency: string };
  labour: LabourTerms;
  /** Runs of the job, to be quoted. */
  runs: { id: string; title: string; procedures: string[]; likelySeconds: number; safeSeconds: number }[];
  /** What of the shop's work lies before this job's, seconds. */
  queueSeconds: number;
  /** Labour that was accepted against what it took; null while nothing is. */
  against: AgainstActual | null;
}

/** A quote on paper. */
export interface QuotePrint {
  shop: string;
  job: { number: number; title: string; customer: string; vehicle: string };
  quote: QuoteView;
  timeZone: string;
}
