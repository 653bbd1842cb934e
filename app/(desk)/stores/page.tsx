import { everybodysNames, may, viewShopTools, viewStoreKits, viewStores, viewSupplyOrders } from '@/services';
import { Stores } from '@/ui/desk/stores';
import { requirePerson } from '../../session';

export const metadata = { title: 'Stores' };

export default async function StoresPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const [person, query] = await Promise.all([requirePerson(), searchParams]);
  const text = typeof query.q === 'string' ? query.q.slice(0, 100) : '';
  const tab = ['orders', 'tools', 'kits'].find((one) => one === query.tab) ?? 'shelf';
  const [stores, names, orders, tools, kits] = await Promise.all([
    viewStores(person.branch, text),
    everybodysNames(person.branch),
    tab === 'orders' ? viewSupplyOrders(person) : [],
    tab === 'tools' ? viewShopTools(person) : [],
    tab === 'kits' ? viewStoreKits(person, null) : [],
  ]);
  return (
    <Stores
      stores={stores}
      orders={orders}
      tools={tools}
      kits={kits}
      names={names}
      me={person.id}
      text={text}
      tab={tab}
      mayMove={may(person, 'keep-stores')}
    />
  );
}
