import { everybodysNames, jobBoard, lateSoon, may } from '@/services';
import { JobBoard } from '@/ui/desk/jobs';
import { requirePerson } from '../session';

export const metadata = { title: 'Jobs' };

export default async function JobsPage() {
  const [person, board, names, late] = await Promise.all([requirePerson(), jobBoard(), everybodysNames(), lateSoon()]);
  return <JobBoard board={board} names={names} late={late} mayOpen={may(person, 'open-job')} />;
}
