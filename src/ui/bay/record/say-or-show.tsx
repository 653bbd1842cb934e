'use client';
import { useEffect, useRef, useState } from 'react';
import { createPortal } from 'react-dom';
import { LONGEST_SECONDS, type Recording, type RecordingKind } from '@/core/document';
import { canRecord, type Running, startRecording, takeRecording } from '../../../device';

const START: Record<RecordingKind, string> = { spoken: 'Say it', clip: 'Show it' };

interface Underway {
  kind: RecordingKind;
  running: Running;
  /** When it began, ms. */
  since: number;
}

/** Two buttons for what is quicker said or shown than tapped; while one records, a sheet with the seconds left and one wide bar to end it. */
export function SayOrShow({
  procedure,
  of,
  onTaken,
}: {
  procedure: string;
  /** What it is about, in words. */
  of: string;
  onTaken: (recording: Recording) => void;
}) {
  const [now, setNow] = useState<Underway | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const start = async (kind: RecordingKind) => {
    setTrouble(null);
    if (!canRecord()) return setTrouble('This browser cannot record. Take a photo instead.');
    setBusy(true);
    await startRecording(kind).then(
      (running) => setNow({ kind, running, since: performance.now() }),
      (error: unknown) => setTrouble(refusal(error, kind)),
    );
    setBusy(false);
  };
  const stop = async ({ kind, running, since }: Underway) => {
    setNow(null);
    setBusy(true);
    const seconds = (performance.now() - since) / 1000;
    await running
      .stop()
      .then((blob) => takeRecording(blob, kind, seconds, procedure))
      .then(onTaken, () => setTrouble('Tablet storage is full.'));
    setBusy(false);
  };
  return (
    <>
      {(['spoken', 'clip'] as const).map((kind) => (
        <button key={kind} type="button" disabled={busy || now !== null} onClick={() => void start(kind)}>
          {START[kind]}
        </button>
      ))}
      {trouble && (
        <p className="caution record-trouble" role="alert">
          {trouble}
        </p>
      )}
      {now && (
        <RecordingSheet
          now={now}
          of={of}
          onStop={() => void stop(now)}
          onDrop={() => {
            now.running.drop();
            setNow(null);
          }}
        />
      )}
    </>
  );
}

function RecordingSheet({
  now: { kind, running, since },
  of,
  onStop,
  onDrop,
}: {
  now: Underway;
  of: string;
  onStop: () => void;
  onDrop: () => void;
}) {
  const left = useSecondsLeft(since, LONGEST_SECONDS[kind], onStop);
  const video = useRef<HTMLVideoElement>(null);
  useEffect(() => {
    if (video.current) video.current.srcObject = running.stream;
  }, [running]);
  return createPortal(
    <div className="recording-sheet" role="dialog" aria-modal="true" aria-label={`Recording: ${of}`}>
      <p className="recording-words">
        <span className="recording-dot" aria-hidden="true" />
        {kind === 'spoken' ? 'Say it' : 'Show it'}: {of}
      </p>
      {kind === 'clip' && <video ref={video} autoPlay muted playsInline />}
      <p className="recording-left" role="timer">
        {left} s left
      </p>
      <button type="button" className="done-bar" autoFocus onClick={onStop}>
        Stop and keep it
      </button>
      <button type="button" className="second-bar" onClick={onDrop}>
        Throw it away
      </button>
    </div>,
    document.body,
  );
}

/** Counts down, and ends it when the time is up. */
function useSecondsLeft(since: number, longest: number, onEnd: () => void): number {
  const [left, setLeft] = useState(longest);
  const end = useRef(onEnd);
  end.current = onEnd;
  useEffect(() => {
    const timer = setInterval(() => {
      const seconds = longest - (performance.now() - since) / 1000;
      setLeft(Math.max(0, Math.ceil(seconds)));
      if (seconds > 0) return;
      clearInterval(timer);
      end.current();
    }, 200);
    return () => clearInterval(timer);
  }, [since, longest]);
  return left;
}

function refusal(error: unknown, kind: RecordingKind): string {
  const what = kind === 'spoken' ? 'microphone' : 'camera';
  const name = error instanceof DOMException ? error.name : '';
  if (name === 'NotAllowedError') return `The ${what} is not allowed here. Allow it in the browser, then tap again.`;
  if (name === 'NotFoundError') return `This device has no ${what}.`;
  return `The ${what} cannot be used just now. Close what else uses it, then tap again.`;
}
