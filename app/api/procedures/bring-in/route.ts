import { bringIn } from '@/services';
import { answerPerson, readBytes } from '../../respond';

export const POST = (request: Request) =>
  answerPerson(async (person) => bringIn(person, (await readBytes(request)).toString('utf8')));
