import { benchResultSchema, readForm } from '@/contracts/schemas';
import { keepBenchResult } from '@/services';
import { answerPerson, readJson } from '../../../respond';
import { readJobNumber, type JobContext } from '../address';

export const POST = (request: Request, { params }: JobContext) =>
  answerPerson(async (person) => {
    const number = await readJobNumber(params);
    return keepBenchResult(person, number, readForm(benchResultSchema, await readJson(request)));
  });
