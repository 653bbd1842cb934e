import type { ReactNode } from 'react';
import { chainKinds, isLead, may, readShop } from '@/services';
import { CatalogueProvider, DatesProvider } from '@/ui/design';
import { TopBar } from '@/ui/shell';
import { Find } from '@/ui/desk/find';
import { SignedIn } from '@/ui/bay/log';
import { requirePerson } from '../session';

export const dynamic = 'force-dynamic';

export default async function DeskLayout({ children }: { children: ReactNode }) {
  const person = await requirePerson();
  const [shop, ownKinds] = await Promise.all([readShop(person.branch), chainKinds()]);
  return (
    <>
      <SignedIn endsAt={person.expiresAt.toISOString()} me={person.id} />
      <TopBar
        shop={shop.name}
        person={{ id: person.id, name: person.name, role: person.role }}
        isOwner={may(person, 'set-up')}
        find={<Find />}
        isLocked={isLead(person) && !person.byPassword && person.hasPassword}
      />
      <CatalogueProvider ownKinds={ownKinds}>
        <DatesProvider timeZone={shop.settings.timeZone}>
          <main className="page">{children}</main>
        </DatesProvider>
      </CatalogueProvider>
    </>
  );
}
