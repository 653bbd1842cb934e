import { everybody, openRunScreen } from '@/services';
import { Run } from '@/ui/run';
import { orNotFound } from '../../../or-not-found';
import { requirePerson } from '../../../session';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Run' };

export default async function RunRoute({ params }: { params: Promise<{ id: string }> }) {
  const person = await requirePerson();
  const [{ run, job, events, position }, people] = await Promise.all([orNotFound(openRunScreen((await params).id)), everybody()]);
  const names = Object.fromEntries(people.map((one) => [one.id, one.name]));
  return <Run id={run.id} plan={run.plan} title={run.title} job={{ number: job.number, title: job.title }} events={events} position={position} person={person.id} names={names} />;
}
