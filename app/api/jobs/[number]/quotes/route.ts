import { quoteSchema, readForm } from '@/contracts/schemas';
import { demand, sendQuote } from '@/services';
import { answerPerson, readJson } from '../../../respond';
import { readJobNumber, type JobContext } from '../address';

/** Sends a quote. */
export const POST = (request: Request, { params }: JobContext) =>
  answerPerson(async (person) => {
    demand(person, 'open-job');
    return sendQuote(person, await readJobNumber(params), readForm(quoteSchema, await readJson(request)));
  });
