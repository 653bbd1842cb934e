import { listWaitingMedia, noteMedia, type LocalMedia } from '@/device/store';

/** Refusals that sending again would not change. */
const REFUSALS = new Set([
  'photo-unreadable',
  'photo-too-large',
  'photo-differs',
  'recording-unreadable',
  'recording-too-long',
  'recording-too-large',
  'recording-differs',
  'procedure-unknown',
]);

let underway: Promise<number> | null = null;

/** How long one may take on a slow network. */
const LONGEST_MS = 180_000;

/** Sends the photos and recordings that wait on this device, one after another, beside the events: a large one must not hold those up. Returns how many were settled, sent or refused for good. Throws nothing: the others are tried again. */
export function sendMedia(): Promise<number> {
  // What is kept while others are on their way is on its way after them, not when something else happens to be sent.
  if (underway) isAskedAgain = true;
  underway ??= sendUntilQuiet().finally(() => {
    underway = null;
  });
  return underway;
}

let isAskedAgain = false;

async function sendUntilQuiet(): Promise<number> {
  let settled = 0;
  do {
    isAskedAgain = false;
    settled += await sendAll();
  } while (isAskedAgain);
  return settled;
}

async function sendAll(): Promise<number> {
  const waiting = await listWaitingMedia().catch(() => []);
  let settled = 0;
  for (const one of waiting) {
    const { id } = one;
    const response = await fetch(addressOf(one), {
      method: 'PUT',
      body: one.blob,
      signal: AbortSignal.timeout(LONGEST_MS),
      headers: { 'content-type': 'application/octet-stream' },
    }).catch(() => null);
    const answer =
      response && !response.ok
        ? ((await response.json().catch(() => ({}))) as { code?: string; message?: string })
        : {};
    const refused = answer.code && REFUSALS.has(answer.code) ? (answer.message ?? answer.code) : null;
    if (!response?.ok && !refused) continue;
    await noteMedia(id, response?.ok ? { sent: 1 } : { refused }).then(
      () => {
        settled += 1;
      },
      () => undefined,
    );
  }
  return settled;
}

function addressOf({ id, job, procedure, recording, sha256 }: LocalMedia): string {
  const owner = job === null ? `procedure=${encodeURIComponent(procedure ?? '')}` : `job=${job}`;
  return recording
    ? `/api/recordings/${id}?${owner}&kind=${recording.kind}&sha256=${sha256}`
    : `/api/photos/${id}?${owner}&sha256=${sha256}`;
}
