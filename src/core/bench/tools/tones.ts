import { seeded } from '../../seeded';

/** Samples of a tone, −1…1, at a rate per second. */
export interface Tone {
  samples: Float32Array;
  rate: number;
}

/** CD rate, per second. */
export const RATE = 44_100;
/** The level tones begin at: quiet, whatever the volume is set to, dB below full scale. */
export const SAFE_DB = -24;
const gainOf = (db: number) => 10 ** (db / 20);

/** Fades in and out, seconds, so that nothing clicks. */
function faded(samples: Float32Array, rate: number, seconds = 0.02): Float32Array {
  const length = Math.min(Math.floor(rate * seconds), samples.length >> 1);
  for (let n = 0; n < length; n += 1) {
    const gain = n / length;
    samples[n] *= gain;
    samples[samples.length - 1 - n] *= gain;
  }
  return samples;
}

/**
 * A sine that rises from one frequency to another by equal ratios in equal times (the exponential sweep of Farina, 2000).
 * @param seconds how long
 */
export function sweep(from: number, to: number, seconds: number, db = SAFE_DB, rate = RATE): Tone {
  const ratio = Math.log(to / from);
  const samples = Float32Array.from({ length: Math.round(seconds * rate) }, (_, n) => {
    const t = n / rate;
    return gainOf(db) * Math.sin(((2 * Math.PI * from * seconds) / ratio) * (Math.exp((t / seconds) * ratio) - 1));
  });
  return { samples: faded(samples, rate), rate };
}

/** The frequency a sweep is at after some seconds. */
export const sweepAt = (from: number, to: number, seconds: number, t: number): number =>
  from * (to / from) ** (Math.max(0, Math.min(seconds, t)) / seconds);

/** One push of the cone, seconds: short enough to pass what keeps the lowest bass out of a door, long enough to be seen. */
const PULSE_SECONDS = 0.01;

/**
 * Pulses that push a cone out quickly and let it back slowly: seen going in, the pair is reversed. What goes out comes back, so that no direct current is left over, and the way back is so slow that the
 * push stays many times as large after an amplifier's bass filter too: it looks and sounds the same on a right pair and turned over on a reversed one.
 */
export function polarityPulse(pulses: number, db = -12, rate = RATE): Tone {
  const [rise, every] = [Math.round(rate * PULSE_SECONDS), Math.round(rate * 0.6)];
  const back = every - rise;
  const gain = gainOf(db);
  const samples = new Float32Array(pulses * every);
  for (let pulse = 0; pulse < pulses; pulse += 1) {
    let area = 0;
    for (let n = 0; n < rise; n += 1) {
      const out = Math.sin((Math.PI * n) / rise);
      area += out;
      samples[pulse * every + n] = gain * out;
    }
    for (let n = 0; n < back; n += 1)
      samples[pulse * every + rise + n] = (-gain * area * (1 - Math.cos((2 * Math.PI * n) / back))) / back;
  }
  return { samples, rate };
}

/** Pink noise: 3 dB less for every octave up, white noise through the filter of Kellet (2000; coefficients from memory). Scaled to its root mean square. */
export function pinkNoise(seconds: number, db = SAFE_DB, seed = 1, rate = RATE): Tone {
  const random = seeded(seed);
  const b = [0, 0, 0, 0, 0, 0, 0];
  const samples = Float32Array.from({ length: Math.round(seconds * rate) }, () => {
    const white = random() * 2 - 1;
    b[0] = 0.99886 * b[0] + white * 0.0555179;
    b[1] = 0.99332 * b[1] + white * 0.0750759;
    b[2] = 0.969 * b[2] + white * 0.153852;
    b[3] = 0.8665 * b[3] + white * 0.3104856;
    b[4] = 0.55 * b[4] + white * 0.5329522;
    b[5] = -0.7616 * b[5] - white * 0.016898;
    const pink = b.reduce((sum, one) => sum + one, 0) + white * 0.5362;
    b[6] = white * 0.115926;
    return pink;
  });
  const rms = Math.sqrt(samples.reduce((sum, one) => sum + one * one, 0) / samples.length);
  // Peaks of noise stand far above its mean: none may be cut off.
  return {
    samples: faded(
      samples.map((one) => Math.max(-1, Math.min(1, (one / rms) * gainOf(db)))),
      rate,
    ),
    rate,
  };
}

/** The channels that are called out: how often each beeps, low for the front, high for the rear. */
export const CHANNELS = [
  { code: 'front-left', words: 'front left', beeps: 1, hertz: 440, side: 'left' },
  { code: 'front-right', words: 'front right', beeps: 2, hertz: 440, side: 'right' },
  { code: 'rear-left', words: 'rear left', beeps: 1, hertz: 880, side: 'left' },
  { code: 'rear-right', words: 'rear right', beeps: 2, hertz: 880, side: 'right' },
] as const;
export type ChannelCode = (typeof CHANNELS)[number]['code'];

/** A channel's call: one beep for left, two for right, low for front, high for rear. */
export function channelCall(code: ChannelCode, db = SAFE_DB, rate = RATE): Tone {
  const { beeps, hertz } = CHANNELS.find((one) => one.code === code)!;
  const [on, gap] = [Math.round(rate * 0.25), Math.round(rate * 0.15)];
  const samples = new Float32Array(beeps * (on + gap));
  for (let beep = 0; beep < beeps; beep += 1) {
    const tone = Float32Array.from({ length: on }, (_, n) => gainOf(db) * Math.sin((2 * Math.PI * hertz * n) / rate));
    samples.set(faded(tone, rate), beep * (on + gap));
  }
  return { samples, rate };
}

/** How loud a tone is, dB below full scale: its peak and its root mean square. Silence is −∞. */
export function levelOf({ samples }: Tone): { peakDb: number; rmsDb: number } {
  let [peak, sum] = [0, 0];
  for (const one of samples) {
    peak = Math.max(peak, Math.abs(one));
    sum += one * one;
  }
  return { peakDb: 20 * Math.log10(peak), rmsDb: 10 * Math.log10(sum / samples.length) };
}

/**
 * A tone as a WAV file, 16 bits, on one or both channels of two (RIFF WAVE, IBM and Microsoft, 1991).
 * @param only `left` or `right` leaves the other silent
 */
export function wavOf({ samples, rate }: Tone, only: 'left' | 'right' | 'both' = 'both'): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(44 + samples.length * 4);
  const view = new DataView(bytes.buffer);
  const text = (at: number, words: string) => [...words].forEach((one, n) => view.setUint8(at + n, one.charCodeAt(0)));
  text(0, 'RIFF');
  view.setUint32(4, 36 + samples.length * 4, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 2, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, rate * 4, true);
  view.setUint16(32, 4, true);
  view.setUint16(34, 16, true);
  text(36, 'data');
  view.setUint32(40, samples.length * 4, true);
  samples.forEach((sample, n) => {
    const value = Math.round(Math.max(-1, Math.min(1, sample)) * 32_767);
    view.setInt16(44 + n * 4, only === 'right' ? 0 : value, true);
    view.setInt16(46 + n * 4, only === 'left' ? 0 : value, true);
  });
  return bytes;
}
