import { formerJobs } from '@/services';
import { answerPerson } from '../../respond';

/** Former visits by plate, name, phone, VIN or vehicle. */
export const GET = (request: Request) =>
  answerPerson((person) => formerJobs(person, (new URL(request.url).searchParams.get('q') ?? '').slice(0, 120)));
