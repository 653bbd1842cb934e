import { cookies } from 'next/headers';
import { signOut } from '@/services';
import { SESSION_COOKIE } from '../../session';
import { answer, demandSameSite } from '../respond';

export const POST = (request: Request) => answer(async () => {
  demandSameSite(request);
  const jar = await cookies();
  await signOut(jar.get(SESSION_COOKIE)?.value);
  jar.delete(SESSION_COOKIE);
});
