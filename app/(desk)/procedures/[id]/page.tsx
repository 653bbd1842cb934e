import { creditedIn, everybodysNames, may, viewBranches, viewProcedure } from '@/services';
import { ProcedurePage } from '@/ui/desk/procedure';
import { orNotFound } from '../../../or-not-found';
import { requirePerson } from '../../../session';
import { partOf } from '../../../address';

export default async function ProcedureRoute({ params }: { params: Promise<{ id: string }> }) {
  const id = partOf((await params).id);
  const person = await requirePerson();
  const [view, branches] = await Promise.all([orNotFound(viewProcedure(person.branch, id)), viewBranches(person)]);
  const names = await everybodysNames(person.branch, creditedIn(view));
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
