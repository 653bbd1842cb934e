import { skinOf } from '@/services';
import { answerPerson } from '../../../respond';
import { partOf } from '../../../../address';

export const GET = (_: Request, { params }: { params: Promise<{ procedure: string }> }) =>
  answerPerson(async ({ branch }) => skinOf(branch, partOf((await params).procedure)));
