import { viewProcedure } from '@/services';
import { answerFile } from '../../../respond';

/** The procedure as an open file. */
export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { id } = await params;
  const headers = {
    'content-type': 'application/json',
    'content-disposition': `attachment; filename="${id.replace(/[^\w.-]/g, '_')}.json"`,
  };
  return answerFile(headers, async () => Buffer.from(JSON.stringify((await viewProcedure(id)).document)));
}
