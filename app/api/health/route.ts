import { checkHealth } from '@/services';
import { answer } from '../respond';

export const dynamic = 'force-dynamic';

/** Answers once the app and its database do, and says how it hears of news. */
export const GET = () => answer(checkHealth);
