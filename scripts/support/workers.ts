import { mkdirSync, renameSync, rmdirSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';
import { ROOT } from './project';

/** What is bundled, and from where: the server's front and what its threads run. */
const ENTRIES = {
  front: 'src/front/server.ts',
  think: 'src/workers/server/think.ts',
  draw: 'src/workers/server/draw.ts',
  photo: 'src/workers/server/photo.ts',
  recording: 'src/workers/server/recording.ts',
};

/** Where the server's worker threads find what they run: within the project, beside its packages. */
export const WORKERS_FOLDER = join(ROOT, '.pezzo/workers');

/** Bundles what the server runs beside the built app: each piece in one file, so that a thread starts in a moment. Takes about 0.1 s, so it is done at every start. */
export async function makeWorkers(): Promise<void> {
  const making = `${WORKERS_FOLDER}.${process.pid}`;
  await build({
    entryPoints: Object.fromEntries(Object.entries(ENTRIES).map(([name, path]) => [name, join(ROOT, path)])),
    outdir: making,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    logLevel: 'error',
  });
  mkdirSync(WORKERS_FOLDER, { recursive: true });
  // Renaming file by file: a running app that starts a thread meanwhile finds either the old one or the new one.
  for (const name of Object.keys(ENTRIES)) renameSync(join(making, `${name}.mjs`), join(WORKERS_FOLDER, `${name}.mjs`));
  rmdirSync(making);
}
