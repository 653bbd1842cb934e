import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { FIT_SCHEMAS, readFit, type FitTool } from '../../src/contracts/schemas';
import { PezzoError } from '../../src/core/errors';
import {
  aimOf,
  awgToMm2,
  capacitorFor,
  dampFor,
  drillSize,
  loadFor,
  nearestDrill,
  padFor,
  ringFor,
  spacerFor,
  wireFor,
} from '../../src/core/bench';
import { UsageError } from './usage-error';

const read = FIT_SCHEMAS;

/** Each tool: from what was read of its file to what it says. */
const TOOLS: Record<FitTool, (input: unknown) => object> = {
  depth: (input) => spacerFor(readFit(read.depth, input)),
  ring: (input) => ringFor(readFit(read.ring, input)),
  drill: (input) => {
    const { mm, size, sets } = readFit(read.drill, input);
    return nearestDrill(mm ?? drillSize(size!)!, sets)!;
  },
  load: (input) => {
    const { circuit, amplifierMinimum } = readFit(read.load, input);
    return loadFor(circuit, amplifierMinimum);
  },
  pad: (input) => {
    const { db, ohms } = readFit(read.pad, input);
    return padFor(db, ohms);
  },
  capacitor: (input) => {
    const { ohms, hertz, series } = readFit(read.capacitor, input);
    return capacitorFor(ohms, hertz, series);
  },
  wire: (input) => {
    const { awg, mm2, metres, ohms } = readFit(read.wire, input);
    return wireFor(mm2 ?? awgToMm2(awg!), metres, ohms);
  },
  aim: (input) => {
    const { at, axis, ears, dome, hertz } = readFit(read.aim, input);
    return aimOf(at, axis, ears, dome, hertz);
  },
  damp: (input) => dampFor(readFit(read.damp, input)),
};

/** `pezzo fit NAME --in FILE`: what a tool of the bench works out, as JSON or a line a value. Returns the exit status: 1 where the input is wrong. */
export function fitCommand(name: string, { in: file, json }: { in: string; json?: boolean }): number {
  const tool = Object.hasOwn(TOOLS, name) ? TOOLS[name as FitTool] : null;
  if (!tool) throw new UsageError(`There is no tool “${name}”. There are: ${Object.keys(TOOLS).join(', ')}.`);
  const input = jsonIn(resolve(process.env.PEZZO_CWD ?? '.', file));
  if ('trouble' in input) return refuse(input.trouble);
  try {
    const said = tool(input.value);
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
