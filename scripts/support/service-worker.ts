import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { injectManifest } from '@serwist/build';
import { build } from 'esbuild';
import { DATA_FOLDER, ROOT } from './project';

/** Makes the service worker after the build: it keeps every file of the app's shell, so the list must be the finished build's. */
export async function makeServiceWorker(revision: string): Promise<void> {
  const bundled = join(DATA_FOLDER, 'service-worker.js');
  mkdirSync(DATA_FOLDER, { recursive: true });
  await build({
    entryPoints: [join(ROOT, 'src/device/service-worker.ts')],
    outfile: bundled,
    bundle: true,
    minify: true,
    format: 'iife',
    target: 'es2022',
    define: { 'process.env.NODE_ENV': '"production"' },
    logLevel: 'error',
  });
  await injectManifest({
    swSrc: bundled,
    swDest: join(ROOT, '.next/pezzo-service-worker.js'),
    globDirectory: join(ROOT, '.next/static'),
    globPatterns: ['**/*.{js,css,woff2}'],
    // A worker's script gets what it needs behind the # of its address, which an answer out of the store would lose.
    globIgnores: ['**/turbopack-worker-*.js'],
    modifyURLPrefix: { '': '/_next/static/' },
    dontCacheBustURLsMatching: /./,
    maximumFileSizeToCacheInBytes: 4 * 1024 * 1024,
    additionalPrecacheEntries: [{ url: '/offline', revision }],
  });
  rmSync(bundled);
}
