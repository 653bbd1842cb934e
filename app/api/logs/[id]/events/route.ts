import { readBatch } from '@/contracts/schemas';
import { eventsSince, receiveEvents } from '@/services';
import { answerPerson, readJson } from '../../../respond';
import { readLogAddress, type LogContext } from '../address';

export const GET = (request: Request, { params }: LogContext) =>
  answerPerson(async ({ branch }) => {
    const { id, after } = await readLogAddress(request, params);
    return eventsSince(branch, id, after);
  });

export const POST = (request: Request, { params }: LogContext) =>
  answerPerson(async (person) => {
    const { id, after } = await readLogAddress(request, params);
    return receiveEvents(person, id, readBatch(await readJson(request)), after);
  });
