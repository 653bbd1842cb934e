import FFT from 'fft.js';
import { describe, expect, it } from 'vitest';
import { channelCall, levelOf, pinkNoise, polarityPulse, RATE, sweep, sweepAt, wavOf, type Tone } from './tones';

/** The samples of one channel of a WAV file, read back byte by byte. */
function readWav(bytes: Uint8Array): { rate: number; channels: [number[], number[]] } {
  const view = new DataView(bytes.buffer);
  const word = (at: number) => String.fromCharCode(...bytes.slice(at, at + 4));
  expect([word(0), word(8), word(12), word(36)]).toEqual(['RIFF', 'WAVE', 'fmt ', 'data']);
  expect(view.getUint32(4, true)).toBe(bytes.length - 8);
  const frames = view.getUint32(40, true) / 4;
  const channel = (offset: number) =>
    Array.from({ length: frames }, (_, n) => view.getInt16(44 + n * 4 + offset, true) / 32_767);
  return { rate: view.getUint32(24, true), channels: [channel(0), channel(2)] };
}

/** Power by frequency of a stretch of samples, by a library. */
function spectrum(samples: ArrayLike<number>, size = 16_384): number[] {
  const fft = new FFT(size);
  const out = fft.createComplexArray() as number[];
  fft.realTransform(
    out,
    Array.from({ length: size }, (_, n) => samples[n] ?? 0),
  );
  return Array.from({ length: size / 2 }, (_, n) => out[2 * n] ** 2 + out[2 * n + 1] ** 2);
}
const strongest = (samples: ArrayLike<number>, size = 16_384) => {
  const power = spectrum(samples, size);
  return (power.indexOf(Math.max(...power)) * RATE) / size;
};

describe('tones', () => {
  it('say how loud they are: a sine’s root mean square is 3.01 dB below its peak', () => {
    const tone = sweep(1000, 1001, 2, -12);
    const { peakDb, rmsDb } = levelOf(tone);
    expect(peakDb).toBeCloseTo(-12, 2);
    // 10·log10(2); the fades at both ends take a little.
    expect(peakDb - rmsDb).toBeCloseTo(3.01, 0);
    expect(levelOf(pinkNoise(2, -30)).rmsDb).toBeCloseTo(-30, 0);
  });

  it('of a channel are on that channel alone, at their frequency', () => {
    const { rate, channels } = readWav(wavOf(channelCall('rear-left'), 'left'));
    expect(rate).toBe(RATE);
    expect(Math.max(...channels[1].map(Math.abs))).toBe(0);
    expect(Math.abs(strongest(channels[0]) - 880)).toBeLessThan(4);
    expect(Math.max(...channels[0])).toBeCloseTo(10 ** (-24 / 20), 2);
  });

  it('sweep from 20 to 300 Hz as the frequency shown says', () => {
    const tone = sweep(20, 300, 30);
    for (const t of [5, 15, 25]) {
      const size = 8192;
      const from = Math.round(t * RATE - size / 2);
      expect(Math.abs(strongest(tone.samples.slice(from, from + size), size) - sweepAt(20, 300, 30, t))).toBeLessThan(
        6,
      );
    }
  });

  it('push a cone out, sharply, without direct current', () => {
    const { samples } = polarityPulse(3);
    expect(Math.max(...samples)).toBeGreaterThan(10 * Math.abs(Math.min(...samples)));
    expect(samples.reduce((sum, one) => sum + one, 0) / samples.length).toBeCloseTo(0, 5);
  });

  it('make noise that falls 3 dB an octave, the same every time', () => {
    const { samples }: Tone = pinkNoise(12);
    expect(pinkNoise(1).samples).toEqual(pinkNoise(1).samples);
    const size = 16_384;
    const power = new Array<number>(size / 2).fill(0);
    for (let at = 0; at + size <= samples.length; at += size)
      spectrum(samples.slice(at, at + size), size).forEach((one, n) => (power[n] += one));
    const band = (low: number) => {
      const [from, to] = [low, low * 2].map((hertz) => Math.round((hertz * size) / RATE));
      // Mean power per hertz of an octave.
      return 10 * Math.log10(power.slice(from, to).reduce((sum, one) => sum + one, 0) / (to - from));
    };
    for (const low of [100, 200, 400, 800, 1600, 3200])
      expect(band(low * 2) - band(low), `${low} Hz`).toBeCloseTo(-3, 0);
  });
});
