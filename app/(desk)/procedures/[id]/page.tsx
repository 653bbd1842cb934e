import { notFound } from 'next/navigation';
import { everybodysNames, may, viewBranches, viewProcedure } from '@/services';
import { ProcedurePage } from '@/ui/desk/procedure';
import { orNotFound } from '../../../or-not-found';
import { requirePerson } from '../../../session';

export default async function ProcedureRoute({ params }: { params: Promise<{ id: string }> }) {
  const id = decodeURIComponent((await params).id);
  const person = await requirePerson();
  const [view, names, branches] = await Promise.all([
    orNotFound(viewProcedure(id)),
    everybodysNames(),
    viewBranches(person),
  ]);
  // What another branch does not share is not there for us.
  if (!view.row.isShared && view.row.branch !== person.branch) notFound();
  return (
    <ProcedurePage
      view={view}
      names={names}
      branches={branches}
      mayRecord={may(person, 'record')}
      mayApprove={may(person, 'approve')}
    />
  );
}
