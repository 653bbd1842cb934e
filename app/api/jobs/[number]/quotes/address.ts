import { notFound } from '@/core/errors';
import { readJobNumber } from '../address';

/** A route of one quote of a job. */
export interface QuoteContext {
  params: Promise<{ number: string; quote: string }>;
}

/** The job and the quote that an address names. Throws not-found. */
export async function readQuoteNumber(params: QuoteContext['params']): Promise<[job: number, quote: number]> {
  const { quote } = await params;
  if (!/^[1-9]\d{0,6}$/.test(quote)) throw notFound('quote-unknown', 'There is no such quote.');
  return [await readJobNumber(params), Number(quote)];
}
