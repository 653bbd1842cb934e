import { everybodysNames, may, searchLibrary } from '@/services';
import { Library } from '@/ui/desk/library';
import { requirePerson } from '../../session';

export const metadata = { title: 'Library' };

export default async function LibraryPage({ searchParams }: { searchParams: Promise<{ q?: string | string[] }> }) {
  const q = [(await searchParams).q ?? ''].flat()[0].slice(0, 200);
  const [person, rows, names] = await Promise.all([requirePerson(), searchLibrary(q), everybodysNames()]);
  return <Library q={q} rows={rows} names={names} mayRecord={may(person, 'record')} />;
}
