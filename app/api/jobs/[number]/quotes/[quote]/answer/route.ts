import { quoteAnswerSchema, readForm } from '@/contracts/schemas';
import { answerQuote, demand } from '@/services';
import { answerPerson, readJson } from '../../../../../respond';
import { readQuoteNumber, type QuoteContext } from '../../address';

/** Keeps what the customer says to a quote: once. */
export const POST = (request: Request, { params }: QuoteContext) =>
  answerPerson(async (person) => {
    demand(person, 'open-job');
    const [job, quote] = await readQuoteNumber(params);
    return answerQuote(person, job, quote, readForm(quoteAnswerSchema, await readJson(request)));
  });
