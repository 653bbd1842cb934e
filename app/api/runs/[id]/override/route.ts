import { overrideSchema, readForm } from '@/contracts/schemas';
import { overrideGate } from '@/services';
import { readSender } from '../../../../session';
import { answerPerson, readJson } from '../../../respond';
import { readLogAddress, type LogContext } from '../../../logs/[id]/address';

export const POST = (request: Request, { params }: LogContext) =>
  answerPerson(async (person) => {
    const { id } = await readLogAddress(request, params);
    return overrideGate(person, id, readForm(overrideSchema, await readJson(request)), await readSender());
  });
