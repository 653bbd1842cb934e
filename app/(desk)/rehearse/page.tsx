import { viewRehearse } from '@/services';
import { Rehearse } from '@/ui/desk/rehearse';
import { requirePerson } from '../../session';

export const metadata = { title: 'Rehearse' };

export default async function RehearseRoute() {
  return <Rehearse view={await viewRehearse(await requirePerson())} />;
}
