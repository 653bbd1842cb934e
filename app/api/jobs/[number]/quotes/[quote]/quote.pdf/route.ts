import { printQuote } from '@/services';
import { answerFile } from '../../../../../respond';
import { readQuoteNumber, type QuoteContext } from '../../address';

export async function GET(_: Request, { params }: QuoteContext): Promise<Response> {
  const { number, quote } = await params;
  const headers = {
    'content-type': 'application/pdf',
    'content-disposition': `inline; filename="quote-${number}-${quote}.pdf"`,
    'cache-control': 'no-store',
  };
  return answerFile(headers, async (person) => printQuote(person, ...(await readQuoteNumber(params))));
}
