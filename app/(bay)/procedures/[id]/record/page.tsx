import type { Metadata } from 'next';
import { cache } from 'react';
import { readDraft } from '@/services';
import { RecordInBay } from '@/ui/bay/record';
import { orNotFound } from '../../../../or-not-found';
import { requirePerson } from '../../../../session';
import { partOf } from '../../../../address';

export const dynamic = 'force-dynamic';

interface RecordProps {
  params: Promise<{ id: string }>;
}

const open = cache((person: Awaited<ReturnType<typeof requirePerson>>, id: string) =>
  orNotFound(readDraft(person, partOf(id))),
);

/** Names what is recorded: a tablet without a network lists what it has by this. */
export async function generateMetadata({ params }: RecordProps): Promise<Metadata> {
  const { document } = await open(await requirePerson(), (await params).id);
  return { title: `Record ${document.title}, ${document.side}` };
}

export default async function RecordRoute({ params }: RecordProps) {
  const person = await requirePerson();
  const draft = await open(person, (await params).id);
  return <RecordInBay document={draft.document} version={draft.version} me={person.id} />;
}
