import { knownVehicles } from '@/services';
import { NewProcedure } from '@/ui/desk/recorder/new-procedure';
import { requirePerson } from '../../../session';

export const metadata = { title: 'New procedure' };

export default async function NewProcedurePage() {
  const [, known] = await Promise.all([requirePerson(), knownVehicles()]);
  return <NewProcedure known={known} />;
}
