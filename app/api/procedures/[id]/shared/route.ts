import { readForm, sharedSchema } from '@/contracts/schemas';
import { shareProcedure } from '@/services';
import { answerPerson, readJson } from '../../../respond';
import { partOf } from '../../../../address';

export const PUT = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answerPerson(async (person) => {
    const id = partOf((await params).id);
    return shareProcedure(person, id, readForm(sharedSchema, await readJson(request)).isShared);
  });
