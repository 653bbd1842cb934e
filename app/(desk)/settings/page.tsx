import { notFound } from 'next/navigation';
import { may, readShop } from '@/services';
import { Settings } from '@/ui/desk/settings';
import { requirePerson } from '../../session';

export const metadata = { title: 'Settings' };

export default async function SettingsPage() {
  if (!may(await requirePerson(), 'set-up')) notFound();
  const { settings } = await readShop();
  const zones = [...new Set(['UTC', settings.timeZone, ...Intl.supportedValuesOf('timeZone')])].sort();
  return <Settings zones={zones} settings={settings} />;
}
