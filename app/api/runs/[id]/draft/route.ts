import { draftFromRunSchema, readForm } from '@/contracts/schemas';
import { draftFromRun } from '@/services';
import { answerPerson, readJson } from '../../../respond';
import { readLogAddress, type LogContext } from '../../../logs/[id]/address';

/** `POST /api/runs/ID/draft` with `{ procedure }`: a draft of what the run recorded of it while it ran. */
export const POST = (request: Request, { params }: LogContext) =>
  answerPerson(async (person) => {
    const { id } = await readLogAddress(request, params);
    return draftFromRun(person, id, readForm(draftFromRunSchema, await readJson(request)).procedure);
  });
