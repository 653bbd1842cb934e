import { LONGEST_SECONDS, type Recording, type RecordingKind } from '@/core/document';
import { v4 as uuid } from 'uuid';
import { sha256Of } from './sha256';
import { keepMedia } from './store';

/** Containers that tablets record into and browsers play, best first. */
const TYPES: Record<RecordingKind, string[]> = {
  spoken: ['audio/webm;codecs=opus', 'audio/mp4', 'audio/ogg;codecs=opus'],
  clip: ['video/webm;codecs=vp8,opus', 'video/webm', 'video/mp4'],
};
/** Small enough that the longest clip stays well below what the server takes: 15 s come to about 3 MB. */
const BITS: Record<RecordingKind, MediaRecorderOptions> = {
  spoken: { audioBitsPerSecond: 48_000 },
  clip: { audioBitsPerSecond: 48_000, videoBitsPerSecond: 1_500_000 },
};
const WANTED: Record<RecordingKind, MediaStreamConstraints> = {
  spoken: { audio: true },
  clip: {
    audio: true,
    video: { facingMode: 'environment', width: { ideal: 960 }, height: { ideal: 720 }, frameRate: { max: 24 } },
  },
};

/** A recording under way. */
export interface Running {
  /** What the camera sees and the microphone hears, for showing it. */
  stream: MediaStream;
  /** Ends it and gives what was recorded. */
  stop: () => Promise<Blob>;
  /** Ends it and forgets it. */
  drop: () => void;
}

/** Whether this browser can record at all. */
export const canRecord = (): boolean =>
  typeof MediaRecorder !== 'undefined' && !!(navigator.mediaDevices as MediaDevices | undefined)?.getUserMedia;

/** Starts to record with the tablet's microphone, and its rear camera for a clip. Throws what the browser says where a person or the device does not allow it. */
export async function startRecording(kind: RecordingKind): Promise<Running> {
  const stream = await navigator.mediaDevices.getUserMedia(WANTED[kind]);
  const close = () => stream.getTracks().forEach((track) => track.stop());
  try {
    const mimeType = TYPES[kind].find((type) => MediaRecorder.isTypeSupported(type));
    const recorder = new MediaRecorder(stream, { ...BITS[kind], ...(mimeType ? { mimeType } : {}) });
    const pieces: Blob[] = [];
    recorder.ondataavailable = ({ data }) => pieces.push(data);
    const ended = new Promise<void>((resolve) => {
      recorder.onstop = () => resolve();
    });
    recorder.start();
    const end = async () => {
      if (recorder.state !== 'inactive') recorder.stop();
      await ended;
      close();
    };
    return {
      stream,
      stop: async () => {
        await end();
        return new Blob(pieces, { type: recorder.mimeType });
      },
      drop: () => void end(),
    };
  } catch (error) {
    close();
    throw error;
  }
}

/** Keeps what was recorded on this device, to be sent like a photo. Throws whatever the store says where the tablet cannot keep it. */
export async function takeRecording(
  blob: Blob,
  kind: RecordingKind,
  seconds: number,
  procedure: string,
): Promise<Recording> {
  const id = uuid();
  const recording = { kind, seconds: Math.min(LONGEST_SECONDS[kind], Math.round(seconds * 10) / 10) };
  await keepMedia({ id, job: null, procedure, recording, blob, sha256: await sha256Of(blob), sent: 0, refused: null });
  return { id, ...recording };
}
