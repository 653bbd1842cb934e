import { diffQuerySchema, readForm } from '@/contracts/schemas';
import { compareRevisions } from '@/services';
import { answerPerson } from '../../../respond';

export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answerPerson(async () => {
    const query = new URL(request.url).searchParams;
    const { from, to } = readForm(diffQuerySchema, { from: query.get('from'), to: query.get('to') });
    return compareRevisions((await params).id, from, to);
  });
