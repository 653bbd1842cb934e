import { knownVehicles } from '@/services';
import { NewProcedure } from '@/ui/desk/new-recording';
import { requirePerson } from '../../../session';

export const metadata = { title: 'New procedure' };

export default async function NewProcedurePage() {
  const { branch } = await requirePerson();
  return <NewProcedure known={await knownVehicles(branch)} />;
}
