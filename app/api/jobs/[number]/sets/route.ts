import { jobSetsSchema, readForm } from '@/contracts/schemas';
import { changeJobSets } from '@/services';
import { answerPerson, readJson } from '../../../respond';
import { readJobNumber, type JobContext } from '../address';

export const PUT = (request: Request, { params }: JobContext) =>
  answerPerson(async (person) => {
    const number = await readJobNumber(params);
    return changeJobSets(person, number, readForm(jobSetsSchema, await readJson(request)).sets);
  });
