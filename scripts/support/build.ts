import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { runLogged } from './command';
import { ROOT, say } from './project';
import { makeServiceWorker } from './service-worker';

const INPUTS = [
  'app',
  'src',
  'instrumentation.ts',
  'public',
  'next.config.ts',
  'package-lock.json',
  'tsconfig.json',
  'scripts/support/service-worker.ts',
];
const STAMP = join(ROOT, '.next/pezzo-stamp');

function filesUnder(path: string): string[] {
  if (!existsSync(path)) return [];
  if (statSync(path).isFile()) return [path];
  return readdirSync(path)
    .sort()
    .flatMap((name) => filesUnder(join(path, name)));
}

/** A fingerprint of everything the build is made from. */
function fingerprint(): string {
  const hash = createHash('sha256');
  const files = INPUTS.flatMap((input) => filesUnder(join(ROOT, input))).filter((file) => !/\.test\.tsx?$/.test(file));
  for (const file of files) hash.update(file.slice(ROOT.length)).update('\0').update(readFileSync(file)).update('\0');
  return hash.digest('hex');
}

/** Builds the app where anything it is made from has changed since the last build. */
export async function ensureBuild(): Promise<void> {
  const wanted = fingerprint();
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === wanted) return;
  say('Building the app…');
  await runLogged('build.log', process.execPath, ['node_modules/next/dist/bin/next', 'build'], {
    env: { ...process.env, NODE_ENV: 'production' },
  });
  await makeServiceWorker(wanted.slice(0, 16));
  writeFileSync(STAMP, wanted);
}
