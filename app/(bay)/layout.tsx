import type { ReactNode } from 'react';
import { SignedIn } from '@/ui/bay/log';
import { requirePerson } from '../session';

export const dynamic = 'force-dynamic';

export default async function BayLayout({ children }: { children: ReactNode }) {
  const person = await requirePerson();
  return (
    <>
      <SignedIn endsAt={person.expiresAt.toISOString()} me={person.id} />
      {children}
    </>
  );
}
