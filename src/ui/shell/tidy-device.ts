import { isLeaving, sessionEnd } from '@/device';
import { goTo } from '../design';

/**
 * Finishes what somebody's leaving left undone: tells the server of a sign-out that it could not be told of, and takes a session's pages off this device
 * that ended while nobody looked. What that takes is loaded only where there is something to do: every page runs this.
 */
export async function tidyDevice(): Promise<void> {
  const end = await sessionEnd();
  // But for work that is still to be sent.
  if (end !== null && Date.now() > end) await (await import('@/device')).forgetPerson('expired');
  // The server is told before anybody goes on under that name.
  if (isLeaving() && (await (await import('./leave')).finishLeaving())) goTo('/sign-in');
}
