import { commentSchema, readForm } from '@/contracts/schemas';
import { comment } from '@/services';
import { answerPerson, readJson } from '../../../respond';

export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answerPerson(async (person) => comment(person, (await params).id, readForm(commentSchema, await readJson(request))));
