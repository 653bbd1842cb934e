import { placeSchema, readForm, unplaceSchema } from '@/contracts/schemas';
import { demand, moveJob, takeOffDay } from '@/services';
import { readJobNumber, type JobContext } from '../../../jobs/[number]/address';
import { answerPerson, readJson } from '../../../respond';

export const PUT = (request: Request, { params }: JobContext) =>
  answerPerson(async (person) => {
    demand(person, 'open-job');
    return moveJob(person, await readJobNumber(params), readForm(placeSchema, await readJson(request)));
  });

export const DELETE = (request: Request, { params }: JobContext) =>
  answerPerson(async (person) => {
    const query = Object.fromEntries(new URL(request.url).searchParams);
    return takeOffDay(person, await readJobNumber(params), readForm(unplaceSchema, query).version);
  });
