import { cookies } from 'next/headers';
import { signOut } from '@/services';
import { SESSION_COOKIE } from '../../session';
import { answer } from '../respond';

export const POST = () =>
  answer(async () => {
    const jar = await cookies();
    await signOut(jar.get(SESSION_COOKIE)?.value);
    jar.delete(SESSION_COOKIE);
  });
