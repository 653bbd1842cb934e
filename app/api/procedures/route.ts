import { newProcedureSchema, readForm } from '@/contracts/schemas';
import { searchLibrary, startProcedure } from '@/services';
import { answerPerson, readJson } from '../respond';

export const GET = (request: Request) =>
  answerPerson(async (person) => ({
    procedures: await searchLibrary(person.branch, (new URL(request.url).searchParams.get('q') ?? '').slice(0, 200)),
  }));

export const POST = (request: Request) =>
  answerPerson(async (person) => ({
    id: await startProcedure(person, readForm(newProcedureSchema, await readJson(request))),
  }));
