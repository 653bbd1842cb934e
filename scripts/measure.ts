import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { readArguments, UsageError } from './cli/arguments';
import { ROOT } from './support/project';

const FOLDER = join(ROOT, 'benchmarks');
const isBenchmark = (name: string) => /^[a-z-]+$/.test(name) && !['measure', 'made-vehicles', 'seeded'].includes(name) && existsSync(join(FOLDER, `${name}.ts`));

/** `pezzo measure NAME`: runs one benchmark, which prints its figures. */
export async function measureCommand(argv: string[]): Promise<number> {
  const names = readdirSync(FOLDER).filter((file) => file.endsWith('.ts')).map((file) => file.slice(0, -3)).filter(isBenchmark).sort();
  const usage = `Usage: pezzo measure ${names.join(' | ')}`;
  const { positionals } = readArguments(argv, {}, usage);
  if (positionals.length !== 1 || !isBenchmark(positionals[0])) throw new UsageError(usage);
  const { main } = (await import(join(FOLDER, `${positionals[0]}.ts`))) as { main: () => Promise<void> };
  await main();
  return 0;
}
