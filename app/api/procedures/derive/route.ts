import { deriveSchema, readForm } from '@/contracts/schemas';
import { deriveForJob } from '@/services';
import { answerPerson, readJson } from '../../respond';

export const POST = (request: Request) =>
  answerPerson(async (person) => {
    const { from, job } = readForm(deriveSchema, await readJson(request));
    return { id: await deriveForJob(person, from, job) };
  });
