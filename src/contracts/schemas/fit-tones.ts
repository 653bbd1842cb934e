import Joi from 'joi';
import {
  channelCall,
  type ChannelCode,
  CHANNELS,
  levelOf,
  pinkNoise,
  polarityPulse,
  SAFE_DB,
  sweep,
  type Tone,
  wavOf,
} from '../../core/bench';
import { tool } from './fit-fields';

/** A test tone: which, how loud; a sweep's ends, and for how long. */
export interface ToneForm {
  tone: 'sweep' | 'pulse' | 'noise' | ChannelCode;
  db: number;
  from: number;
  to: number;
  seconds: number;
}
const toneForm = Joi.object<ToneForm>({
  tone: Joi.valid('sweep', 'pulse', 'noise', ...CHANNELS.map(({ code }) => code)).required(),
  db: Joi.number().min(-60).max(0).default(SAFE_DB),
  from: Joi.number().min(10).max(20_000).default(20),
  to: Joi.number().min(10).max(20_000).default(300).disallow(Joi.ref('from')),
  seconds: Joi.number().min(1).max(120).default(40),
});
/** Pulses of a test. */
const PULSES = 6;
/** The samples of a tone. */
export function toneOf({ tone, db, from, to, seconds }: ToneForm): Tone {
  if (tone === 'sweep') return sweep(from, to, seconds, db);
  if (tone === 'pulse') return polarityPulse(PULSES, db);
  return tone === 'noise' ? pinkNoise(seconds, db) : channelCall(tone, db);
}

const sideOf = (tone: ToneForm['tone']) => CHANNELS.find(({ code }) => code === tone)?.side ?? 'both';

/** A test tone: how long and how loud it is, dB below full scale, and on which side it plays. */
export const TONES_FIT = {
  tones: tool(toneForm, (form) => {
    const made = toneOf(form);
    return { side: sideOf(form.tone), seconds: made.samples.length / made.rate, rate: made.rate, ...levelOf(made) };
  }),
};

/** A tone as the bytes of a WAV file. Throws `invalid` naming the field. */
export function toneFile(value: unknown): Uint8Array {
  const { input } = TONES_FIT.tones(value);
  return wavOf(toneOf(input), sideOf(input.tone));
}
