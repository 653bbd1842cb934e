import { listWaitingPhotos, notePhoto } from '@/device/store';

/** Refusals that sending again would not change. */
const REFUSALS = new Set(['photo-unreadable', 'photo-too-large', 'photo-differs', 'procedure-unknown']);

let underway: Promise<number> | null = null;

/** How long one photo may take on a slow network. */
const LONGEST_MS = 180_000;

/** Sends the photos that wait on this device, one after another, beside the events: a large one must not hold those up. Returns how many were settled, sent or refused for good. Throws nothing: the others are tried again. */
export function sendPhotos(): Promise<number> {
  underway ??= sendAll().finally(() => {
    underway = null;
  });
  return underway;
}

async function sendAll(): Promise<number> {
  const waiting = await listWaitingPhotos().catch(() => []);
  let settled = 0;
  for (const { id, job, procedure, sha256, blob } of waiting) {
    const owner = job === null ? `procedure=${encodeURIComponent(procedure ?? '')}` : `job=${job}`;
    const response = await fetch(`/api/photos/${id}?${owner}&sha256=${sha256}`, {
      method: 'PUT',
      body: blob,
      signal: AbortSignal.timeout(LONGEST_MS),
      headers: { 'content-type': 'application/octet-stream' },
    }).catch(() => null);
    const answer =
      response && !response.ok
        ? ((await response.json().catch(() => ({}))) as { code?: string; message?: string })
        : {};
    const refused = answer.code && REFUSALS.has(answer.code) ? (answer.message ?? answer.code) : null;
    if (!response?.ok && !refused) continue;
    await notePhoto(id, response?.ok ? { sent: 1 } : { refused }).then(
      () => {
        settled += 1;
      },
      () => undefined,
    );
  }
  return settled;
}
