import { searchWires } from '@/services';
import { answerPerson } from '../respond';

export const GET = (request: Request) =>
  answerPerson(({ branch }) => searchWires(branch, (new URL(request.url).searchParams.get('q') ?? '').slice(0, 200)));
