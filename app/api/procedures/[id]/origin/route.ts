import { takeFromOrigin } from '@/services';
import { answerPerson } from '../../../respond';

/** Takes over what has changed in what a procedure was derived from. */
export const POST = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answerPerson(async (person) => takeFromOrigin(person, (await params).id));
