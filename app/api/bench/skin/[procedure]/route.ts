import { skinOf } from '@/services';
import { answerPerson } from '../../../respond';

export const GET = (_: Request, { params }: { params: Promise<{ procedure: string }> }) =>
  answerPerson(async ({ branch }) => skinOf(branch, decodeURIComponent((await params).procedure)));
