import { readFileSync, writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { FIT, type FitTool, toneFile } from '../../src/contracts/schemas';
import { PezzoError } from '../../src/core/errors';
import { UsageError } from './usage-error';

interface FitOptions {
  in: string;
  out?: string;
  json?: boolean;
}

/** `pezzo fit NAME --in FILE`: what a tool of the bench works out, as JSON or a line a value; a test tone also as a WAV file (`--out`). Returns the exit status: 1 where the input is wrong. */
export function fitCommand(name: string, { in: file, out, json }: FitOptions): number {
  const tool = Object.hasOwn(FIT, name) ? FIT[name as FitTool] : null;
  if (!tool) throw new UsageError(`There is no tool “${name}”. There are: ${Object.keys(FIT).join(', ')}.`);
  if (out && name !== 'tones') throw new UsageError('Only tones can be written to a file (--out).');
  const input = jsonIn(resolve(process.env.PEZZO_CWD ?? '.', file));
  if ('trouble' in input) return refuse(input.trouble);
  try {
    const said = tool(input.value).result;
    if (out) writeFileSync(resolve(process.env.PEZZO_CWD ?? '.', out), toneFile(input.value));
    const lines = Object.entries(said).map(([key, value]) => `${key}: ${JSON.stringify(value)}`);
    process.stdout.write(json ? `${JSON.stringify(said, null, 2)}\n` : `${lines.join('\n')}\n`);
    return 0;
  } catch (error) {
    if (!(error instanceof PezzoError)) throw error;
    return refuse(error.message);
  }
}

function refuse(words: string): number {
  process.stderr.write(`${words}\n`);
  return 1;
}

function jsonIn(path: string): { value: unknown } | { trouble: string } {
  let text: string;
  try {
    text = readFileSync(path, 'utf8');
  } catch (error) {
    throw new UsageError(`${path} cannot be read: ${(error as NodeJS.ErrnoException).code ?? 'unknown'}.`);
  }
  try {
    return { value: JSON.parse(text) };
  } catch {
    return { trouble: `${path} is not JSON.` };
  }
}
