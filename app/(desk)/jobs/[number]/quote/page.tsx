import { everybodysNames, may, viewJob, viewQuotes } from '@/services';
import { QuotePage } from '@/ui/desk/quotes';
import { readJobNumber } from '../../../../api/jobs/[number]/address';
import { orNotFound } from '../../../../or-not-found';
import { requirePerson } from '../../../../session';

export const metadata = { title: 'Quote' };

type Query = Record<string, string | string[] | undefined>;

/** Work that a plan hands over: its title, its procedures, likely and safe seconds. */
function plannedIn(query: Query) {
  const one = (name: string, most = 200) => [query[name] ?? ''].flat()[0].slice(0, most);
  const [likelySeconds, safeSeconds] = [Number(one('likely')), Number(one('safe'))];
  return one('work') && likelySeconds > 0 && safeSeconds > 0
    ? { title: one('work'), procedures: one('of', 2000).split(' ').filter(Boolean), likelySeconds, safeSeconds }
    : null;
}

export default async function QuoteRoute({
  params,
  searchParams,
}: {
  params: Promise<{ number: string }>;
  searchParams: Promise<Query>;
}) {
  const number = await orNotFound(readJobNumber(params));
  const person = await requirePerson();
  const [standing, view, names, query] = await Promise.all([
    orNotFound(viewJob(person.branch, number)),
    orNotFound(viewQuotes(person, number)),
    everybodysNames(person.branch),
    searchParams,
  ]);
  return (
    <QuotePage job={standing.job} view={view} names={names} planned={plannedIn(query)} maySend={may(person, 'quote')} />
  );
}
