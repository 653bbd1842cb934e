'use client';
import { useEffect, useState } from 'react';
import type { Recording } from '@/core/document';
import { findMedia } from '../../device';

const WORDS: Record<Recording['kind'], string> = { spoken: 'Spoken note', clip: 'Clip' };

/** Spoken notes and clips of a step, each played where it is tapped; nothing is fetched before. */
export function Recordings({ recordings }: { recordings: Recording[] }) {
  return (
    recordings.length > 0 && (
      <span className="recordings">
        {recordings.map((one) => (
          <Player key={one.id} recording={one} />
        ))}
      </span>
    )
  );
}

type Shown = { at: 'closed' } | { at: 'fetching' } | { at: 'open'; url: string } | { at: 'trouble'; words: string };

function Player({ recording: { id, kind, seconds } }: { recording: Recording }) {
  const [shown, show] = useState<Shown>({ at: 'closed' });
  const url = shown.at === 'open' ? shown.url : null;
  useEffect(() => (url ? () => URL.revokeObjectURL(url) : undefined), [url]);
  const open = async () => {
    show({ at: 'fetching' });
    const blob = await blobOf(id).catch(() => null);
    show(
      blob
        ? { at: 'open', url: URL.createObjectURL(blob) }
        : { at: 'trouble', words: 'not on this device, and the server does not have it yet' },
    );
  };
  if (url && kind === 'clip')
    // What is said in it was said at work, in one take: nobody wrote it down.
    return <video className="clip" src={url} controls autoPlay playsInline aria-label={WORDS.clip} />;
  if (url) return <audio src={url} controls autoPlay aria-label={WORDS.spoken} />;
  return (
    <button type="button" className="play" disabled={shown.at === 'fetching'} onClick={() => void open()}>
      ▶ {WORDS[kind]}, {Math.max(1, Math.round(seconds))} s
      {shown.at === 'trouble' && <span className="trouble"> · {shown.words}</span>}
    </button>
  );
}

/** The recording from this device where it has it, else from the server. */
async function blobOf(id: string): Promise<Blob> {
  const own = await findMedia(id).catch(() => undefined);
  if (own) return own.blob;
  const response = await fetch(`/api/recordings/${id}`);
  if (!response.ok) throw new Error(`recording ${id}: ${response.status}`);
  return response.blob();
}
