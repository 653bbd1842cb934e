import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from '../support/project';

export const BENCHMARKS_FOLDER = join(ROOT, 'benchmarks');

/** Names of the benchmarks: every file of their folder that is not support for them. */
export const BENCHMARKS: string[] = readdirSync(BENCHMARKS_FOLDER)
  .filter((file) => file.endsWith('.ts'))
  .map((file) => file.slice(0, -3))
  .sort();
