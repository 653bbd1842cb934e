import { redirect } from 'next/navigation';
import { needsSetup } from '@/services';
import { SetupForm } from '@/ui/setup';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Set up' };

export default async function SetupPage() {
  if (!(await needsSetup())) redirect('/sign-in');
  return <SetupForm />;
}
