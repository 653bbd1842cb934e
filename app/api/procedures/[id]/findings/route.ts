import { decideSchema, readForm } from '@/contracts/schemas';
import { decideFindings } from '@/services';
import { answerPerson, readJson } from '../../../respond';

export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answerPerson(async (person) =>
    decideFindings(person, (await params).id, readForm(decideSchema, await readJson(request))),
  );
