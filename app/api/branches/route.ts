import { branchSchema, readForm } from '@/contracts/schemas';
import { addBranch } from '@/services';
import { answerPerson, readJson } from '../respond';

export const POST = (request: Request) =>
  answerPerson(async (person) => ({
    branch: await addBranch(person, readForm(branchSchema, await readJson(request))),
  }));
