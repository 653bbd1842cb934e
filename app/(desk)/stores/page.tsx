import { everybody, may, viewStores } from '@/services';
import { Stores } from '@/ui/stores';
import { requirePerson } from '../../session';

export const metadata = { title: 'Stores' };

export default async function StoresPage() {
  const [person, stores, people] = await Promise.all([requirePerson(), viewStores(), everybody()]);
  return <Stores stores={stores} names={Object.fromEntries(people.map((one) => [one.id, one.name]))} mayMove={may(person, 'record')} />;
}
