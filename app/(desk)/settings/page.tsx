import { notFound } from 'next/navigation';
import { may, readShop, titlesInForce, VERSION, viewBranches } from '@/services';
import { Branches, Settings } from '@/ui/desk/settings';
import { requirePerson } from '../../session';

export const metadata = { title: 'Settings' };

export default async function SettingsPage() {
  const person = await requirePerson();
  if (!may(person, 'set-up')) notFound();
  const [{ settings }, branches, procedures] = await Promise.all([
    readShop(person.branch),
    viewBranches(person),
    titlesInForce(person.branch),
  ]);
  const zones = [...new Set(['UTC', settings.timeZone, ...Intl.supportedValuesOf('timeZone')])].sort();
  return (
    <>
      <Settings zones={zones} settings={settings} procedures={procedures} />
      <Branches branches={branches} />
      <p className="quiet mt-3">Pezzo {VERSION}</p>
    </>
  );
}
