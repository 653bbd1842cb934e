'use client';
import Link from 'next/link';
import type { ShopToolView, StoreKitView, StoresView, SupplyOrderView } from '@/contracts/views';
import { PageHead } from '../../design';
import { Delivery } from './delivery';
import { Kits } from './kits';
import { Orders } from './orders';
import { Reorder } from './reorder';
import { Shelf } from './shelf';
import { Tools } from './tools';

const TABS = [
  ['shelf', 'Shelf'],
  ['orders', 'Orders'],
  ['tools', 'Tools'],
  ['kits', 'Kits'],
] as const;

/** The shelf, what is ordered, the shop's tools and who has them, kits for vehicles. */
export function Stores({
  stores,
  orders,
  tools,
  kits,
  names,
  me,
  text,
  tab,
  mayMove,
}: {
  stores: StoresView;
  orders: SupplyOrderView[];
  tools: ShopToolView[];
  kits: StoreKitView[];
  names: Record<string, string>;
  me: string;
  text: string;
  tab: string;
  mayMove: boolean;
}) {
  return (
    <div className="fill-page">
      <PageHead title="Stores" under="Clips, screws and materials; finished runs take what they fitted new">
        {mayMove && tab === 'shelf' && <Delivery />}
        {tab !== 'tools' && <Reorder rows={stores.toOrder} currency={stores.currency} mayOrder={mayMove} />}
      </PageHead>
      <nav className="tabs" aria-label="Parts of stores">
        {TABS.map(([one, title]) => (
          <Link key={one} href={`/stores?tab=${one}`} aria-current={tab === one ? 'page' : undefined}>
            {title}
          </Link>
        ))}
      </nav>
      {tab === 'shelf' && <Shelf stores={stores} names={names} text={text} mayMove={mayMove} />}
      {tab === 'orders' && <Orders orders={orders} names={names} currency={stores.currency} mayMove={mayMove} />}
      {tab === 'tools' && <Tools tools={tools} names={names} me={me} mayMove={mayMove} />}
      {tab === 'kits' && <Kits kits={kits} mayMove={mayMove} />}
    </div>
  );
}
