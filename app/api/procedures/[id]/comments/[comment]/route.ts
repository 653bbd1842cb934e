import { invalid } from '@/core/errors';
import { settleComment } from '@/services';
import { answerPerson } from '../../../../respond';

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

/** Settles a comment: it stays, as settled. */
export const POST = (_: Request, { params }: { params: Promise<{ id: string; comment: string }> }) =>
  answerPerson(async (person) => {
    const { id, comment } = await params;
    if (!UUID.test(comment)) throw invalid('no-comment', 'There is no such comment.');
    return settleComment(person, id, comment);
  });
