import { readForm, settingsSchema } from '@/contracts/schemas';
import { changeSettings } from '@/services';
import { answerPerson, readJson } from '../respond';

export const PUT = (request: Request) =>
  answerPerson(async (person) => changeSettings(person, readForm(settingsSchema, await readJson(request))));
