import { readSpeaker } from '@/contracts/schemas';
import { keepSpeaker, shopSpeakers } from '@/services';
import { answerPerson, readJson } from '../respond';

export const GET = () => answerPerson(() => shopSpeakers());

export const PUT = (request: Request) =>
  answerPerson(async (person) => keepSpeaker(person, readSpeaker(await readJson(request))));
