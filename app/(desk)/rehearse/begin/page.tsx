import { type Level, LEVELS } from '@/core/rehearse';
import { rehearseChoices } from '@/services';
import { BeginForm } from '@/ui/desk/rehearse';
import { orNotFound } from '../../../or-not-found';
import { requirePerson } from '../../../session';

export const metadata = { title: 'Rehearse' };

type Query = Record<string, string | string[] | undefined>;
const one = (value: string | string[] | undefined) => [value ?? ''].flat()[0];

export default async function BeginRoute({ searchParams }: { searchParams: Promise<Query> }) {
  const [person, query] = await Promise.all([requirePerson(), searchParams]);
  const level = one(query.level) as Level;
  const choices = await orNotFound(rehearseChoices(person, one(query.procedure), one(query.draft) === '1'));
  return <BeginForm choices={choices} level={LEVELS.includes(level) ? level : null} />;
}
