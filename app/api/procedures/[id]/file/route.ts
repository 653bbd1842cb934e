import { procedureFile } from '@/services';
import { answerPersonWith } from '../../../respond';

/** The procedure as an open file: JSON, or `?as=` fasteners, wires, map, howto. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answerPersonWith(async ({ branch }) => {
    const { id } = await params;
    const { type, extension, text } = await procedureFile(
      branch,
      id,
      new URL(request.url).searchParams.get('as') ?? 'json',
    );
    const name = `${id.replace(/[^\w.-]/g, '_')}${extension}`;
    return new Response(text, {
      headers: { 'content-type': type, 'content-disposition': `attachment; filename="${name}"` },
    });
  });
