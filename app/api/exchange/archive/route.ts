import { Readable } from 'node:stream';
import { exportArchive } from '@/services';
import { answerPersonWith } from '../../respond';

/** The whole library as one archive, or the procedures named by `?procedure=`. */
export const GET = (request: Request) =>
  answerPersonWith(async (person) => {
    const asked = new URL(request.url).searchParams.getAll('procedure');
    const { zip } = await exportArchive(person, asked.length ? asked : null);
    request.signal.addEventListener('abort', () => zip.destroy());
    const name = asked.length === 1 ? `${asked[0].replace(/[^\w-]/g, '')}.zip` : 'library.zip';
    return new Response(Readable.toWeb(zip) as ReadableStream<Uint8Array>, {
      headers: { 'content-type': 'application/zip', 'content-disposition': `attachment; filename="${name}"` },
    });
  });
