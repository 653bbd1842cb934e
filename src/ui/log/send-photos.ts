import { listWaitingPhotos, notePhoto } from '@/offline';

let underway: Promise<number> | null = null;

/** Sends the photos that wait on this device, one after another. Returns how many still wait. Throws nothing: they are tried again. */
export function sendPhotos(): Promise<number> {
  underway ??= sendAll().finally(() => { underway = null; });
  return underway;
}

async function sendAll(): Promise<number> {
  const waiting = await listWaitingPhotos().catch(() => []);
  let left = 0;
  for (const { id, job, sha256, blob } of waiting) {
    const response = await fetch(`/api/photos/${id}?job=${job}&sha256=${sha256}`, { method: 'PUT', body: blob, headers: { 'content-type': 'application/octet-stream' } }).catch(() => null);
    const answer = response && !response.ok ? ((await response.json().catch(() => ({}))) as { code?: string; message?: string }) : {};
    if (response?.ok) await notePhoto(id, { sent: 1 });
    else if (answer.code === 'photo-unreadable' || answer.code === 'photo-too-large' || answer.code === 'photo-differs') await notePhoto(id, { refused: answer.message ?? answer.code });
    else left += 1;
  }
  return left;
}
