import { everybody, may, viewProcedure } from '@/services';
import { ProcedurePage } from '@/ui/procedure';
import { orNotFound } from '../../../or-not-found';
import { requirePerson } from '../../../session';

export default async function ProcedureRoute({ params }: { params: Promise<{ id: string }> }) {
  const id = decodeURIComponent((await params).id);
  const [person, view, people] = await Promise.all([requirePerson(), orNotFound(viewProcedure(id)), everybody()]);
  return <ProcedurePage view={view} names={Object.fromEntries(people.map((one) => [one.id, one.name]))} mayRecord={may(person, 'record')} />;
}
