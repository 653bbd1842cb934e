import { everybodysNames, may, viewStores } from '@/services';
import { Stores } from '@/ui/desk/stores';
import { requirePerson } from '../../session';

export const metadata = { title: 'Stores' };

export default async function StoresPage() {
  const [person, stores, names] = await Promise.all([requirePerson(), viewStores(), everybodysNames()]);
  return <Stores stores={stores} names={names} mayMove={may(person, 'record')} />;
}
