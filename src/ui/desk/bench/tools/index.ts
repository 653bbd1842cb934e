import { CAR_TOOLS } from './car-tools';
import type { BenchTool } from './field';
import { SOUND_TOOLS } from './sound-tools';
import { SPEAKER_TOOLS } from './speaker-tools';

export { type Answer, type BenchField, type BenchTool, type Drawn, valuesOf } from './field';
export { CAR_TOOLS, SOUND_TOOLS, SPEAKER_TOOLS };

/** The tools with fields, in the order a fit is worked out. */
export const BENCH_TOOLS: BenchTool[] = [...SPEAKER_TOOLS, ...CAR_TOOLS, ...SOUND_TOOLS];
