import { jobSchoolsSchema, readForm } from '@/contracts/schemas';
import { changeJobSchools } from '@/services';
import { answerPerson, readJson } from '../../../respond';
import { readJobNumber, type JobContext } from '../address';

export const PUT = (request: Request, { params }: JobContext) =>
  answerPerson(async (person) => {
    const number = await readJobNumber(params);
    return changeJobSchools(person, number, readForm(jobSchoolsSchema, await readJson(request)).schools);
  });
