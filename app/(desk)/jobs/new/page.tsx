import { knownVehicles } from '@/services';
import { NewJob } from '@/ui/desk/new-job';
import { requirePerson } from '../../../session';

export const metadata = { title: 'New job' };

type Query = Record<string, string | string[] | undefined>;

export default async function NewJobPage({ searchParams }: { searchParams: Promise<Query> }) {
  const [query, person] = await Promise.all([searchParams, requirePerson()]);
  const vehicles = await knownVehicles(person.branch);
  const one = (name: string) => [query[name] ?? ''].flat()[0].slice(0, 120);
  return <NewJob vehicles={vehicles} first={{ make: one('make'), model: one('model'), body: one('body') }} />;
}
