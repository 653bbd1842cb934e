import { redirect } from 'next/navigation';
import { branchesToChoose, firstShopName, isEnrolled, listSignInPeople, needsSetup } from '@/services';
import { SignIn } from '@/ui/sign-in';
import { readSender } from '../session';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Sign in' };

type Query = Record<string, string | string[] | undefined>;
const one = (value: string | string[] | undefined) => [value ?? ''].flat()[0];

/** Where to go after signing in: a page of ours, never another address. */
const nextOf = (query: Query) => (/^\/(?!\/)[\w\-./?=&%@]*$/.test(one(query.next)) ? one(query.next) : '/');

export default async function SignInPage({ searchParams }: { searchParams: Promise<Query> }) {
  if (await needsSetup()) redirect('/setup');
  const [query, sender] = [await searchParams, await readSender()];
  const branches = await branchesToChoose(sender);
  const branch = branches.find(({ id }) => String(id) === one(query.branch)) ?? null;
  const [people, shop] = await Promise.all([
    branches.length && !branch ? [] : listSignInPeople(sender, branch?.id ?? null),
    firstShopName(),
  ]);
  const asked = people.find(({ id }) => id === one(query.person)) ?? null;
  return (
    <SignIn
      shop={branch?.name ?? shop}
      branches={branch ? [] : branches}
      people={people.map(({ id, name, role, hasPassword }) => ({ id, name, role, hasPassword }))}
      isEnrolled={isEnrolled(sender)}
      tablet={sender.device?.name ?? null}
      next={nextOf(query)}
      asked={asked?.id ?? null}
      byPassword={one(query.by) === 'password'}
    />
  );
}
