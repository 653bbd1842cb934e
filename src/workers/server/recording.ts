import './low-priority';
import { parseBuffer } from 'music-metadata';

/** Looks into recordings for the server, off its event loop. Whoever asks has set the time this may take. */

/** Containers that tablets record into, as the reader calls them. */
const CONTAINERS: [reads: RegExp, subtype: string][] = [
  [/webm|matroska/i, 'webm'],
  [/mp4|m4a|isom|quicktime/i, 'mp4'],
  [/ogg/i, 'ogg'],
];

/** What a recording is. */
export type Inspection =
  | { ok: true; subtype: string; hasSound: boolean; hasPicture: boolean; seconds: number | null }
  | { ok: false; message: string };

/** Reads a recording's container: which it is, whether it has sound and moving pictures, and how long it says it is. Nothing of it is played or trusted by its name. */
export async function inspect({ bytes }: { bytes: Uint8Array }): Promise<Inspection> {
  try {
    const { format } = await parseBuffer(bytes, undefined, { duration: false, skipCovers: true });
    const subtype = CONTAINERS.find(([reads]) => reads.test(format.container ?? ''))?.[1];
    if (!subtype) return { ok: false, message: `it is ${format.container ?? 'none of these'}` };
    const seconds = format.duration !== undefined && Number.isFinite(format.duration) ? format.duration : null;
    return { ok: true, subtype, hasSound: !!format.hasAudio, hasPicture: !!format.hasVideo, seconds };
  } catch (error) {
    return { ok: false, message: (error as Error).message.split('\n')[0].slice(0, 120) };
  }
}
