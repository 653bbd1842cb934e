import { viewProcedure } from '@/services';
import { findPerson } from '../../../../session';
import { answer } from '../../../respond';
import { forbidden } from '@/core/errors';

/** The procedure as an open file. */
export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { id } = await params;
  const response = await answer(async () => {
    if (!(await findPerson())) throw forbidden('signed-out', 'Sign in first.');
    return (await viewProcedure(id)).document;
  });
  if (response.ok) response.headers.set('content-disposition', `attachment; filename="${id.replace(/[^\w.-]/g, '_')}.json"`);
  return response;
}
