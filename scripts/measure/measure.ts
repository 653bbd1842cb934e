import { join } from 'node:path';
import { BENCHMARKS_FOLDER } from './names';

/** `pezzo measure NAME`: runs one benchmark, which prints its figures. */
export async function measureCommand(name: string): Promise<number> {
  const { main } = (await import(join(BENCHMARKS_FOLDER, `${name}.ts`))) as { main: () => Promise<void> };
  await main();
  return 0;
}
