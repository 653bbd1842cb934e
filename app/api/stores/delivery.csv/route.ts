import { takeDelivery } from '@/services';
import { answerPerson, readBytes } from '../../respond';

export const PUT = (request: Request) =>
  answerPerson(async (person) => takeDelivery(person, (await readBytes(request)).toString('utf8')));
