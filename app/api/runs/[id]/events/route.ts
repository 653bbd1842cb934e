import Joi from 'joi';
import { readEvents } from '@/contracts';
import { invalid } from '@/core/errors';
import { eventsSince, receiveEvents } from '@/services';
import { answerPerson, readJson } from '../../../respond';

interface Context { params: Promise<{ id: string }> }

async function readRequest(request: Request, params: Context['params']): Promise<{ id: string; after: number }> {
  const after = new URL(request.url).searchParams.get('after') ?? '0';
  const { error, value } = Joi.object({ id: Joi.string().guid().required(), after: Joi.number().integer().min(0).required() }).validate({ ...(await params), after });
  if (error) throw invalid('run-address', error.message);
  return value;
}

export const GET = (request: Request, { params }: Context) => answerPerson(request, async () => {
  const { id, after } = await readRequest(request, params);
  return eventsSince(id, after);
});

export const POST = (request: Request, { params }: Context) => answerPerson(request, async (person) => {
  const { id, after } = await readRequest(request, params);
  return receiveEvents(person, id, readEvents(await readJson(request)), after);
});
