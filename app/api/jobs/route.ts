import { jobSchema, readForm } from '@/contracts/schemas';
import { openJob } from '@/services';
import { answerPerson, readJson } from '../respond';

export const POST = (request: Request) =>
  answerPerson(async (person) => ({ number: await openJob(person, readForm(jobSchema, await readJson(request))) }));
