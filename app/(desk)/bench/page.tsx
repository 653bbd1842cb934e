import { jobsAtTheBench, mountsKnown } from '@/services';
import { Bench } from '@/ui/desk/bench';
import { requirePerson } from '../../session';

export const metadata = { title: 'Bench' };

export default async function BenchPage({ searchParams }: { searchParams: Promise<{ tool?: string | string[] }> }) {
  const { tool } = await searchParams;
  const [, mounts, jobs] = await Promise.all([requirePerson(), mountsKnown(), jobsAtTheBench()]);
  return <Bench mounts={mounts} jobs={jobs} first={[tool ?? ''].flat()[0]} />;
}
