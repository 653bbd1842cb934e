import { baySheet } from '@/services';
import { answerFile, originOf, paperOf } from '../../../respond';
import { partOf } from '../../../../address';

/** A procedure as a sheet for the bay; `?paper=letter` where A4 is not sold. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { id } = await params;
  const paper = paperOf(request);
  const headers = {
    'content-type': 'application/pdf',
    'content-disposition': `inline; filename="${id.replace(/[^\w.-]/g, '_')}-sheet.pdf"`,
  };
  return answerFile(headers, (person) => baySheet(person, partOf(id), paper, originOf(request)));
}
