import { readForm, skipCheckInSchema } from '@/contracts/schemas';
import { skipCheckIn } from '@/services';
import { readSender } from '../../../../session';
import { answerPerson, readJson } from '../../../respond';
import { readJobNumber, type JobContext } from '../address';

export const POST = (request: Request, { params }: JobContext) =>
  answerPerson(async (person) => {
    const number = await readJobNumber(params);
    return skipCheckIn(person, number, readForm(skipCheckInSchema, await readJson(request)), await readSender());
  });
