import { checkHealth } from '@/services';
import { answer } from '../respond';

export const dynamic = 'force-dynamic';

/** Answers once the app and its database do. */
export const GET = () => answer(async () => {
  await checkHealth();
  return { ok: true };
});
