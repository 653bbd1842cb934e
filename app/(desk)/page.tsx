import { everybodysNames, jobBoard, may } from '@/services';
import { JobBoard } from '@/ui/desk/jobs';
import { requirePerson } from '../session';

export const metadata = { title: 'Jobs' };

export default async function JobsPage() {
  const [person, board, names] = await Promise.all([requirePerson(), jobBoard(), everybodysNames()]);
  return <JobBoard board={board} names={names} mayOpen={may(person, 'open-job')} />;
}
