import { readForm, signInSchema } from '@/contracts/schemas';
import { signIn } from '@/services';
import { keepSession, readSender } from '../../session';
import { answer, readJson } from '../respond';

export const POST = (request: Request) =>
  answer(async () => {
    const session = await signIn(readForm(signInSchema, await readJson(request)), await readSender());
    await keepSession(session);
    return { expiresAt: session.expiresAt };
  });
