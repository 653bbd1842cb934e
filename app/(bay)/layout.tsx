import type { ReactNode } from 'react';
import { readShop } from '@/services';
import { DatesProvider } from '@/ui/design';
import { SignedIn } from '@/ui/bay/log';
import { requirePerson } from '../session';

export const dynamic = 'force-dynamic';

export default async function BayLayout({ children }: { children: ReactNode }) {
  const person = await requirePerson();
  const { settings } = await readShop(person.branch);
  return (
    <>
      <SignedIn endsAt={person.expiresAt.toISOString()} me={person.id} />
      <DatesProvider timeZone={settings.timeZone}>{children}</DatesProvider>
    </>
  );
}
