import { personChangeSchema, readForm } from '@/contracts/schemas';
import { changePerson } from '@/services';
import { answerPerson, readJson } from '../../respond';

export const PATCH = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answerPerson(async (person) =>
    changePerson(person, (await params).id, readForm(personChangeSchema, await readJson(request))),
  );
