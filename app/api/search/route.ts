import { searchEverything } from '@/services';
import { answerPerson } from '../respond';

/** Everything that one line of words finds. */
export const GET = (request: Request) =>
  answerPerson((person) => searchEverything(person, (new URL(request.url).searchParams.get('q') ?? '').slice(0, 200)));
