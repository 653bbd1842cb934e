import { forgetLog } from '@/device/leave';
import { listLocal, listUnsentLogs } from '@/device/store';
import { exchange } from './exchange';
import { sendMedia } from './send-media';

/** Exchanges for one log at most: each carries as many events as a request takes. */
const MOST_ROUNDS = 20;

let underway: Promise<void> | null = null;

/**
 * Sends the events and photos that wait on this tablet, of whatever log and whoever made them, and takes off it what was another person's once it is sent.
 * Throws nothing: what could not be sent waits for the next time.
 */
export function sendLeftBehind(me: string): Promise<void> {
  underway ??= sendAll(me)
    .catch(() => undefined)
    .finally(() => {
      underway = null;
    });
  return underway;
}

async function sendAll(me: string): Promise<void> {
  for (const log of await listUnsentLogs()) {
    const isOthers = (await listLocal(log)).some(({ person }) => person !== me);
    const isSent = await sendLog(log, me);
    if (isSent && isOthers && !location.pathname.endsWith(`/runs/${log}`)) await forgetLog(log);
  }
  await sendMedia();
}

async function sendLog(log: string, me: string): Promise<boolean> {
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    if (!(await listUnsentLogs()).includes(log)) return true;
    // From the very end: what others did meanwhile is fetched when the log is opened.
    const sent = await exchange(log, Number.MAX_SAFE_INTEGER, [], me).then(
      ({ kept }) => kept.length,
      () => 0,
    );
    // Nothing more goes from here: the network is away, or the rest is another person's word and waits for them.
    if (sent === 0) return false;
  }
  return false;
}
