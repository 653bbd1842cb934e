import { notFound } from 'next/navigation';
import { everybody, may, openFlags, openVisit, proceduresFor, viewJob } from '@/services';
import { JobPage } from '@/ui/jobs';
import { orNotFound } from '../../../or-not-found';
import { requirePerson } from '../../../session';

export default async function JobRoute({ params }: { params: Promise<{ number: string }> }) {
  const number = Number((await params).number);
  if (!Number.isInteger(number) || number < 1 || number > 2 ** 31 - 1) notFound();
  const person = await requirePerson();
  const [standing, people] = await Promise.all([orNotFound(viewJob(number)), everybody()]);
  const [procedures, visit, flags] = await Promise.all([proceduresFor(standing.job.vehicle), openVisit(number), openFlags([number])]);
  return <JobPage standing={standing} names={Object.fromEntries(people.map((one) => [one.id, one.name]))} procedures={procedures} mayRecord={may(person, 'record')} visit={visit} flags={flags} me={person.id} mayLook={may(person, 'override')} />;
}
