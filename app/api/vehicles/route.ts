import { readForm, vehicleNameSchema } from '@/contracts/schemas';
import { vehicleQuestions } from '@/services';
import { answerPerson } from '../respond';

/** What to ask of a vehicle of a make and model when it comes in. */
export const GET = (request: Request) =>
  answerPerson(async (person) =>
    vehicleQuestions(person, readForm(vehicleNameSchema, Object.fromEntries(new URL(request.url).searchParams))),
  );
