import { readFile } from 'node:fs/promises';
import { join } from 'node:path';

export const dynamic = 'force-dynamic';

/** The service worker that was made after the build, with the list of what that built. */
export async function GET(): Promise<Response> {
  const script = await readFile(join(process.cwd(), '.next/pezzo-service-worker.js'), 'utf8').catch(() => null);
  if (script === null)
    return new Response('// not built', { status: 404, headers: { 'content-type': 'text/javascript' } });
  return new Response(script, {
    headers: { 'content-type': 'text/javascript', 'cache-control': 'no-cache', 'service-worker-allowed': '/' },
  });
}
