import { jobTimesSchema, readForm } from '@/contracts/schemas';
import { changeJobTimes } from '@/services';
import { answerPerson, readJson } from '../../../respond';
import { readJobNumber, type JobContext } from '../address';

export const PUT = (request: Request, { params }: JobContext) =>
  answerPerson(async (person) =>
    changeJobTimes(person, await readJobNumber(params), readForm(jobTimesSchema, await readJson(request))),
  );
