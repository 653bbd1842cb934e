import { diffQuerySchema, readForm } from '@/contracts/schemas';
import { compareProcedures, compareRevisions } from '@/services';
import { answerPerson } from '../../../respond';

/** What changed between two revisions (`from`, `to`), or what another procedure does otherwise (`with`). */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answerPerson(async ({ branch }) => {
    const query = new URL(request.url).searchParams;
    const other = query.get('with');
    const { id } = await params;
    if (other) return compareProcedures(branch, id, other.slice(0, 200));
    const { from, to } = readForm(diffQuerySchema, { from: query.get('from'), to: query.get('to') });
    return compareRevisions(branch, id, from, to);
  });
