import { openRunScreen } from '@/services';
import { Run } from '@/ui/bay/run';
import { orNotFound } from '../../../or-not-found';
import { requirePerson } from '../../../session';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Run' };

export default async function RunRoute({ params }: { params: Promise<{ id: string }> }) {
  const person = await requirePerson();
  return <Run start={await orNotFound(openRunScreen((await params).id))} me={person.id} />;
}
