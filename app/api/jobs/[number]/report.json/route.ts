import { readReport } from '@/services';
import { answerPerson } from '../../../respond';
import { readJobNumber, type JobContext } from '../address';

export const GET = (request: Request, { params }: JobContext) =>
  answerPerson(async (person) => readReport(person.branch, await readJobNumber(params)));
