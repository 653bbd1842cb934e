import type { ReactNode } from 'react';
import { may, readShop } from '@/services';
import { CatalogueProvider } from '@/ui/kit/catalogue';
import { TopBar } from '@/ui/kit/top-bar';
import { requirePerson } from '../session';

export const dynamic = 'force-dynamic';

export default async function DeskLayout({ children }: { children: ReactNode }) {
  const person = await requirePerson();
  const shop = await readShop();
  return (
    <>
      <TopBar shop={shop.name} name={person.name} role={person.role} isOwner={may(person, 'set-up')} />
      <CatalogueProvider ownKinds={shop.settings.ownKinds}><main className="page">{children}</main></CatalogueProvider>
    </>
  );
}
