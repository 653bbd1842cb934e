import { dropSpeaker } from '@/services';
import { answerPerson } from '../../respond';

export const DELETE = (_: Request, { params }: { params: Promise<{ name: string }> }) =>
  answerPerson(async (person) => dropSpeaker(person, decodeURIComponent((await params).name)));
