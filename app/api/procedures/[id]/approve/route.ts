import { approveSchema, readForm } from '@/contracts/schemas';
import { approveDraft } from '@/services';
import { answerPerson, readJson } from '../../../respond';

export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answerPerson(async (person) => {
    const { version, note } = readForm(approveSchema, await readJson(request));
    return { revision: await approveDraft(person, (await params).id, version, note) };
  });
