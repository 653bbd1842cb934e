import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './project';

/** Which version of Pezzo this is, as package.json has it. */
export const VERSION: string = (JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8')) as { version: string })
  .version;
