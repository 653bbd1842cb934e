import { viewRehearsal } from '@/services';
import { RehearsalScreen } from '@/ui/bay/rehearse';
import { readRehearsalId } from '../../../api/rehearsals/address';
import { orNotFound } from '../../../or-not-found';
import { requirePerson } from '../../../session';

export const metadata = { title: 'Rehearsal' };

export default async function RehearsalRoute({ params }: { params: Promise<{ id: string }> }) {
  const person = await requirePerson();
  return <RehearsalScreen view={await orNotFound(viewOf(person, params))} />;
}

const viewOf = async (person: Parameters<typeof viewRehearsal>[0], params: Promise<{ id: string }>) =>
  viewRehearsal(person, await readRehearsalId(params));
