import { may, searchWires } from '@/services';
import { Wires } from '@/ui/desk/wires';
import { requirePerson } from '../../session';

export const metadata = { title: 'Wires' };

export default async function WiresPage({ searchParams }: { searchParams: Promise<{ q?: string | string[] }> }) {
  const q = [(await searchParams).q ?? ''].flat()[0].slice(0, 200);
  const person = await requirePerson();
  const rows = await searchWires(person.branch, q);
  return <Wires q={q} rows={rows} mayRecord={may(person, 'record')} />;
}
