import { notFound } from 'next/navigation';
import { may, readShop, VERSION, viewBranches } from '@/services';
import { Branches, Settings } from '@/ui/desk/settings';
import { requirePerson } from '../../session';

export const metadata = { title: 'Settings' };

export default async function SettingsPage() {
  const person = await requirePerson();
  if (!may(person, 'set-up')) notFound();
  const [{ settings }, branches] = await Promise.all([readShop(person.branch), viewBranches(person)]);
  const zones = [...new Set(['UTC', settings.timeZone, ...Intl.supportedValuesOf('timeZone')])].sort();
  return (
    <>
      <Settings zones={zones} settings={settings} />
      <Branches branches={branches} />
      <p className="quiet mt-3">Pezzo {VERSION}</p>
    </>
  );
}
