import { everybodysNames, may, viewProcedure } from '@/services';
import { ProcedurePage } from '@/ui/desk/procedure';
import { orNotFound } from '../../../or-not-found';
import { requirePerson } from '../../../session';

export default async function ProcedureRoute({ params }: { params: Promise<{ id: string }> }) {
  const id = decodeURIComponent((await params).id);
  const [person, view, names] = await Promise.all([requirePerson(), orNotFound(viewProcedure(id)), everybodysNames()]);
  return (
    <ProcedurePage view={view} names={names} mayRecord={may(person, 'record')} mayApprove={may(person, 'approve')} />
  );
}
