import { redactCustomer } from '@/services';
import { answerPerson } from '../../respond';
import { readJobNumber, type JobContext } from '../../jobs/[number]/address';

/** Takes out what names the customer of a job. */
export const DELETE = (_request: Request, { params }: JobContext) =>
  answerPerson(async (person) => redactCustomer(person, await readJobNumber(params)));
