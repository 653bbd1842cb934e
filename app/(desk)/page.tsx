import { everybody, jobBoard, may } from '@/services';
import { JobBoard } from '@/ui/jobs';
import { requirePerson } from '../session';

export const metadata = { title: 'Jobs' };

export default async function JobsPage() {
  const [person, board, people] = await Promise.all([requirePerson(), jobBoard(), everybody()]);
  return <JobBoard board={board} names={Object.fromEntries(people.map((one) => [one.id, one.name]))} mayOpen={may(person, 'open-job')} />;
}
