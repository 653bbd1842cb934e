import { everybodysNames, may, searchLibrary, viewBranches } from '@/services';
import { Library } from '@/ui/desk/library';
import { requirePerson } from '../../session';

export const metadata = { title: 'Library' };

export default async function LibraryPage({ searchParams }: { searchParams: Promise<{ q?: string | string[] }> }) {
  const q = [(await searchParams).q ?? ''].flat()[0].slice(0, 200);
  const person = await requirePerson();
  const [rows, names, branches] = await Promise.all([
    searchLibrary(person.branch, q),
    everybodysNames(person.branch),
    viewBranches(person),
  ]);
  return <Library q={q} rows={rows} names={names} branches={branches} mayRecord={may(person, 'record')} />;
}
