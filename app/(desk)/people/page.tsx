import { notFound } from 'next/navigation';
import { everybody, everyDevice, may } from '@/services';
import { People } from '@/ui/desk/people';
import { requirePerson } from '../../session';

export const metadata = { title: 'People' };

export default async function PeoplePage() {
  const person = await requirePerson();
  if (!may(person, 'set-up')) notFound();
  const [people, devices] = await Promise.all([everybody(person.branch), everyDevice(person)]);
  return <People people={people} devices={devices} />;
}
