'use client';
import { useEffect, useMemo, useRef, useState } from 'react';
import {
  channelCall,
  CHANNELS,
  type ChannelCode,
  pinkNoise,
  polarityPulse,
  sweep,
  sweepAt,
  type Tone,
  wavOf,
} from '@/core/bench';
import { saveFile } from '../../design';
import { SweepDrawing, WaveDrawing } from './drawings/tone-drawing';
import { KeepOnJob } from './keep-on-job';

const [LOW, HIGH, SECONDS] = [20, 300, 40];
const STEPS = [-24, -18, -12, -6] as const;

interface Kind {
  code: string;
  name: string;
  why: string;
  make: (db: number) => Tone;
  only?: 'left' | 'right';
}

const KINDS: Kind[] = [
  ...CHANNELS.map(({ code, words, beeps, hertz, side }) => ({
    code,
    name: `Channel: ${words}`,
    why: `${beeps === 1 ? 'One beep' : 'Two beeps'}, ${hertz < 600 ? 'low' : 'high'}: only the ${side} side may play. Fade to the ${code.split('-')[0]} for it.`,
    make: (db: number) => channelCall(code as ChannelCode, db),
    only: side,
  })),
  {
    code: 'pulse',
    name: 'Polarity pulse',
    why: 'Every cone jumps out, sharply, and comes back slowly. One that jumps in is reversed.',
    make: (db) => polarityPulse(6, db),
  },
  {
    code: 'sweep',
    name: 'Sweep 20–300 Hz',
    why: 'Slowly up: tap “It rattles here” as soon as something does, press panels until it stops.',
    make: (db) => sweep(LOW, HIGH, SECONDS, db),
  },
  {
    code: 'noise',
    name: 'Pink noise',
    why: 'For level: the same loudness from each speaker at the seat.',
    make: (db) => pinkNoise(15, db),
  },
];

/** Test tones made here and as WAV files; they begin quiet. What rattled is kept with its frequency. */
export function TonesTool() {
  const [db, setDb] = useState<number>(STEPS[0]);
  const { playing, at, play, stop } = usePlayer();
  const [rattles, setRattles] = useState<{ hertz: number; where: string }[]>([]);
  const [where, setWhere] = useState('');
  const [shown, setShown] = useState(KINDS.find(({ code }) => code === 'sweep')!);
  const hertz = playing === 'sweep' ? sweepAt(LOW, HIGH, SECONDS, at) : null;
  return (
    <div className="bench-two">
      <section className="sheet" aria-label="Tones">
        <h2>What should the speakers play?</h2>
        <p className="caution">
          Volume down first, then up slowly. It begins at {STEPS[0]} dB; keep hands off cones, protect your ears.
        </p>
        <div className="choice mb-2" role="group" aria-label="Level">
          {STEPS.map((one) => (
            <button key={one} type="button" aria-pressed={db === one} onClick={() => setDb(one)}>
              {one} dB
            </button>
          ))}
        </div>
        <ul className="tone-list">
          {KINDS.map((kind) => (
            <li key={kind.code}>
              <button
                type="button"
                className="btn btn-outline-dark"
                aria-pressed={playing === kind.code}
                onClick={() => {
                  setShown(kind);
                  if (playing === kind.code) stop();
                  else play(kind, db);
                }}
              >
                {playing === kind.code ? 'Stop' : 'Play'}
              </button>
              <span>
                <b>{kind.name}</b> <span className="quiet">{kind.why}</span>
              </span>
              <button type="button" className="btn btn-outline-dark" onClick={() => saveWav(kind, db)}>
                WAV
              </button>
            </li>
          ))}
        </ul>
      </section>
      <section className="sheet" aria-label="Rattles" aria-live="polite">
        <h2>{shown.name}</h2>
        <Drawing kind={shown} db={db} at={playing === shown.code ? at : 0} rattles={rattles} />
        <p className="tone-now">{hertz === null ? '– Hz' : `${Math.round(hertz)} Hz`}</p>
        <div className="d-flex gap-2">
          <input
            className="form-control"
            aria-label="Where it rattles"
            placeholder="where: pocket, left front"
            maxLength={80}
            value={where}
            onChange={(event) => setWhere(event.target.value)}
          />
          <button
            type="button"
            className="btn btn-outline-dark text-nowrap"
            disabled={hertz === null}
            onClick={() =>
              hertz !== null &&
              setRattles([...rattles, { hertz: Math.round(hertz), where: where.trim() || 'somewhere' }])
            }
          >
            It rattles here
          </button>
        </div>
        <ul className="mt-2">
          {rattles.map((one, n) => (
            <li key={n}>
              {one.hertz} Hz: {one.where}{' '}
              <button
                type="button"
                className="btn btn-sm btn-outline-dark"
                aria-label={`Take out ${one.hertz} Hz`}
                onClick={() => setRattles(rattles.filter((_, at_) => at_ !== n))}
              >
                ×
              </button>
            </li>
          ))}
        </ul>
        {rattles.length > 0 && (
          <KeepOnJob
            isFact
            tool="Rattles"
            given={Object.fromEntries(
              rattles.map(({ hertz: one, where: place }, n) => [`${n + 1}`, `${one} Hz, ${place}`]),
            )}
            said={{
              standing: 'exact',
              words: `Rattles at ${rattles.map(({ hertz: one, where: place }) => `${one} Hz (${place})`).join(', ')}.`,
            }}
          />
        )}
        <details className="bench-formula">
          <summary>How these are made</summary>
          <p>
            16-bit WAV at 44.1 kHz. The sweep rises by equal ratios in equal times; pink noise loses 3 dB an octave; the
            pulse goes out in 15 ms and leaves no direct current.
          </p>
          <p className="quiet mb-0">
            Exponential sweep: Farina, 2000. Pink filter: Kellet, 2000, coefficients from memory.
          </p>
        </details>
      </section>
    </div>
  );
}

/** What is played, over time. */
function Drawing({
  kind,
  db,
  at,
  rattles,
}: {
  kind: Kind;
  db: number;
  at: number;
  rattles: { hertz: number; where: string }[];
}) {
  // Forty seconds of samples are not made only to be looked at.
  const tone = useMemo(() => (kind.code === 'sweep' ? null : kind.make(db)), [kind, db]);
  return tone ? (
    <WaveDrawing tone={tone} at={at} words={kind.name} />
  ) : (
    <SweepDrawing from={LOW} to={HIGH} seconds={SECONDS} at={at} rattles={rattles} />
  );
}

/** Plays one tone at a time and says how far it is, seconds. */
function usePlayer() {
  const [playing, setPlaying] = useState<string | null>(null);
  const [at, setAt] = useState(0);
  const audio = useRef<{ context: AudioContext; source: AudioBufferSourceNode; from: number } | null>(null);
  const stop = () => {
    audio.current?.source.stop();
    void audio.current?.context.close();
    audio.current = null;
    setPlaying(null);
    setAt(0);
  };
  const play = ({ code, make, only }: Kind, db: number) => {
    stop();
    const { samples, rate } = make(db);
    const context = new AudioContext();
    const buffer = context.createBuffer(2, samples.length, rate);
    if (only !== 'right') buffer.copyToChannel(new Float32Array(samples), 0);
    if (only !== 'left') buffer.copyToChannel(new Float32Array(samples), 1);
    const source = context.createBufferSource();
    source.buffer = buffer;
    source.connect(context.destination);
    source.onended = () => audio.current?.source === source && stop();
    source.start();
    audio.current = { context, source, from: context.currentTime };
    setPlaying(code);
  };
  useEffect(() => {
    if (!playing) return;
    const timer = setInterval(() => {
      const now = audio.current;
      if (now) setAt(now.context.currentTime - now.from);
    }, 100);
    return () => clearInterval(timer);
  }, [playing]);
  useEffect(() => () => void audio.current?.context.close(), []);
  return { playing, at, play, stop };
}

const saveWav = ({ code, make, only }: Kind, db: number): void =>
  saveFile(new Blob([wavOf(make(db), only ?? 'both')], { type: 'audio/wav' }), `${code}.wav`);
