import { dayQuerySchema, readForm } from '@/contracts/schemas';
import { type Actor, may, viewDay } from '@/services';
import { DayPage } from '@/ui/desk/day';
import { orNotFound } from '../../or-not-found';
import { requirePerson } from '../../session';

export const metadata = { title: 'Day' };

export default async function DayOfShop({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | undefined>>;
}) {
  const [person, { date }] = await Promise.all([requirePerson(), searchParams]);
  const day = await orNotFound(dayOf(person, date));
  return <DayPage day={day} mayMove={may(person, 'plan-day')} />;
}

const dayOf = async (person: Actor, date: string | undefined) =>
  viewDay(person, readForm(dayQuerySchema, { date: date ?? null }).date);
