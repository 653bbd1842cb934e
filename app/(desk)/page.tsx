import { everybodysNames, jobBoard, lateSoon, may } from '@/services';
import { JobBoard } from '@/ui/desk/jobs';
import { requirePerson } from '../session';

export const metadata = { title: 'Jobs' };

export default async function JobsPage() {
  const person = await requirePerson();
  const [board, names, late] = await Promise.all([jobBoard(person.branch), everybodysNames(), lateSoon(person.branch)]);
  return <JobBoard board={board} names={names} late={late} mayOpen={may(person, 'open-job')} />;
}
