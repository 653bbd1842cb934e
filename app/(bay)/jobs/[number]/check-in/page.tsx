import { openVisit } from '@/services';
import { Visit } from '@/ui/bay/visit';
import { readJobNumber } from '../../../../api/jobs/[number]/address';
import { orNotFound } from '../../../../or-not-found';
import { requirePerson } from '../../../../session';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Check-in' };

export default async function CheckInRoute({
  params,
  searchParams,
}: {
  params: Promise<{ number: string }>;
  searchParams: Promise<{ walk?: string }>;
}) {
  const number = await orNotFound(readJobNumber(params));
  const person = await requirePerson();
  const walk = (await searchParams).walk === 'departure' ? 'departure' : 'arrival';
  return <Visit start={await orNotFound(openVisit(person.branch, number))} me={person.id} walk={walk} />;
}
