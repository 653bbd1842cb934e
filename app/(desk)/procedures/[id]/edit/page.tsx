import { may, readDraft, viewTesters } from '@/services';
import { Recorder } from '@/ui/desk/recorder';
import { orNotFound } from '../../../../or-not-found';
import { requirePerson } from '../../../../session';
import { partOf } from '../../../../address';

export const metadata = { title: 'Record' };

export default async function RecorderRoute({ params }: { params: Promise<{ id: string }> }) {
  const person = await requirePerson();
  const id = partOf((await params).id);
  const [draft, testers] = await Promise.all([orNotFound(readDraft(person, id)), viewTesters(person, id)]);
  return (
    <Recorder
      document={draft.document}
      version={draft.version}
      testers={testers}
      me={person.id}
      mayApprove={may(person, 'approve')}
      inReview={draft.inReview}
      mayDiscard={draft.version > 0 && (draft.madeBy === person.id || may(person, 'discard-any'))}
    />
  );
}
