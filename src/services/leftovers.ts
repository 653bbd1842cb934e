import { readdir, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** What folders of bodies that are being received are called. */
export const BODY_PREFIX = 'pezzo-body-';
/** A request lasts four minutes at most: what is older belongs to none. */
const OLD_MS = 10 * 60_000;

/** Sweeps out bodies that were being received when a process ended. Returns how many. */
export async function sweepLeftovers(folder = tmpdir(), now = Date.now()): Promise<number> {
  let swept = 0;
  for (const name of await readdir(folder)) {
    if (!name.startsWith(BODY_PREFIX)) continue;
    const path = join(folder, name);
    const { mtimeMs } = await stat(path).catch(() => ({ mtimeMs: now }));
    if (now - mtimeMs < OLD_MS) continue;
    await rm(path, { recursive: true, force: true });
    swept += 1;
  }
  return swept;
}
