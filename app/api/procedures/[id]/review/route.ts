import { readForm, reviewSchema } from '@/contracts/schemas';
import { askForReview } from '@/services';
import { answerPerson, readJson } from '../../../respond';

export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answerPerson(async (person) =>
    askForReview(person, (await params).id, readForm(reviewSchema, await readJson(request))),
  );
