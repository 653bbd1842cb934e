import { keepSpeaker, shopSpeakers } from '@/services';
import { answerPerson, readJson } from '../respond';

export const GET = () => answerPerson(({ branch }) => shopSpeakers(branch));

export const PUT = (request: Request) => answerPerson(async (person) => keepSpeaker(person, await readJson(request)));
