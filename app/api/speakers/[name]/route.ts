import { dropSpeaker } from '@/services';
import { answerPerson } from '../../respond';
import { partOf } from '../../../address';

export const DELETE = (_: Request, { params }: { params: Promise<{ name: string }> }) =>
  answerPerson(async (person) => dropSpeaker(person, partOf((await params).name)));
