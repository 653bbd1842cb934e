import { bringIn } from '@/services';
import { answerPerson, readText } from '../../respond';

export const POST = (request: Request) => answerPerson(request, async (person) => bringIn(person, await readText(request)));
