import { readForm, signInSchema } from '@/contracts';
import { signIn } from '@/services';
import { keepSession } from '../../session';
import { answer, demandSameSite, readJson } from '../respond';

export const POST = (request: Request) => answer(async () => {
  demandSameSite(request);
  await keepSession(await signIn(readForm(signInSchema, await readJson(request))));
});
