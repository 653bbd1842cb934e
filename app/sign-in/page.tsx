import { redirect } from 'next/navigation';
import { listSignInPeople, needsSetup, readShop } from '@/services';
import { SignIn } from '@/ui/sign-in';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Sign in' };

export default async function SignInPage() {
  if (await needsSetup()) redirect('/setup');
  const [people, shop] = await Promise.all([listSignInPeople(), readShop()]);
  return <SignIn shop={shop.name} people={people} />;
}
