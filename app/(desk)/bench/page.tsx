import { jobsAtTheBench, mountsKnown, readShop } from '@/services';
import { Bench } from '@/ui/desk/bench';
import { requirePerson } from '../../session';

export const metadata = { title: 'Bench' };

type Query = Record<'tool' | 'job', string | string[] | undefined>;
const one = (value: string | string[] | undefined) => [value ?? ''].flat()[0];

export default async function BenchPage({ searchParams }: { searchParams: Promise<Query> }) {
  const { tool, job } = await searchParams;
  const { branch } = await requirePerson();
  const [mounts, jobs, { settings }] = await Promise.all([
    mountsKnown(branch),
    jobsAtTheBench(branch),
    readShop(branch),
  ]);
  const number = Number(one(job));
  return (
    <Bench
      mounts={mounts}
      jobs={jobs}
      schools={settings.schools}
      first={one(tool)}
      forJob={Number.isInteger(number) ? number : null}
    />
  );
}
