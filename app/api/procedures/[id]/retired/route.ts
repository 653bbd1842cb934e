import { readForm, retireSchema } from '@/contracts/schemas';
import { retire, unretire } from '@/services';
import { answerPerson, readJson } from '../../../respond';

type Context = { params: Promise<{ id: string }> };

export const POST = (request: Request, { params }: Context) =>
  answerPerson(async (person) => retire(person, (await params).id, readForm(retireSchema, await readJson(request))));

export const DELETE = (_: Request, { params }: Context) =>
  answerPerson(async (person) => unretire(person, (await params).id));
