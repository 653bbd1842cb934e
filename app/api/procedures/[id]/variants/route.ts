import { readForm, variantSchema } from '@/contracts/schemas';
import { deriveVariant } from '@/services';
import { answerPerson, readJson } from '../../../respond';

/** Derives a procedure for another year, body, zone or side. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answerPerson(async (person) => ({
    id: await deriveVariant(person, (await params).id, readForm(variantSchema, await readJson(request))),
  }));
