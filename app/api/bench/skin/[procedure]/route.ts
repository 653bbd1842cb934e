import { skinOf } from '@/services';
import { answerPerson } from '../../../respond';

export const GET = (_: Request, { params }: { params: Promise<{ procedure: string }> }) =>
  answerPerson(async () => skinOf(decodeURIComponent((await params).procedure)));
