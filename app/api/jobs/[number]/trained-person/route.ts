import { readForm, trainedPersonSchema } from '@/contracts/schemas';
import { nameTrainedPerson } from '@/services';
import { answerPerson, readJson } from '../../../respond';
import { readJobNumber, type JobContext } from '../address';

export const POST = (request: Request, { params }: JobContext) =>
  answerPerson(async (person) =>
    nameTrainedPerson(
      person,
      await readJobNumber(params),
      readForm(trainedPersonSchema, await readJson(request)).person,
    ),
  );
