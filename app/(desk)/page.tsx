import { everybodysNames, jobBoard, lateSoon, may } from '@/services';
import { JobBoard } from '@/ui/desk/jobs';
import { requirePerson } from '../session';

export const metadata = { title: 'Jobs' };

export default async function JobsPage() {
  const person = await requirePerson();
  const [board, names] = await Promise.all([jobBoard(person.branch), everybodysNames(person.branch)]);
  const late = await lateSoon(person.branch, new Date(), board);
  return <JobBoard board={board} names={names} late={late} me={person.id} mayOpen={may(person, 'open-job')} />;
}
