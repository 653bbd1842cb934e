import type { Metadata } from 'next';
import { cache } from 'react';
import { openRunScreen } from '@/services';
import { Run } from '@/ui/bay/run';
import { orNotFound } from '../../../or-not-found';
import { requirePerson } from '../../../session';

export const dynamic = 'force-dynamic';

interface RunProps {
  params: Promise<{ id: string }>;
}

const open = cache((branch: number, id: string) => orNotFound(openRunScreen(branch, id)));

/** Names vehicle, zone and job: a tablet without a network lists what it has by this. */
export async function generateMetadata({ params }: RunProps): Promise<Metadata> {
  const { branch } = await requirePerson();
  const { run, job } = await open(branch, (await params).id);
  const title = `${run.title}, job ${job.number}`;
  return { title, other: { 'kept-as': title } };
}

export default async function RunRoute({ params }: RunProps) {
  const person = await requirePerson();
  return <Run start={await open(person.branch, (await params).id)} me={person.id} />;
}
