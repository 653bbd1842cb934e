import { notFound } from 'next/navigation';
import { openVisit } from '@/services';
import { Visit } from '@/ui/visit';
import { orNotFound } from '../../../../or-not-found';
import { requirePerson } from '../../../../session';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Check-in' };

export default async function CheckInRoute({ params, searchParams }: { params: Promise<{ number: string }>; searchParams: Promise<{ walk?: string }> }) {
  const number = Number((await params).number);
  if (!Number.isInteger(number) || number < 1 || number > 2 ** 31 - 1) notFound();
  const person = await requirePerson();
  const walk = (await searchParams).walk === 'departure' ? 'departure' : 'arrival';
  return <Visit start={await orNotFound(openVisit(number))} me={person.id} walk={walk} />;
}
