import { trayLabelSheet } from '@/services';
import { answerFile, paperOf } from '../../../respond';
import { partOf } from '../../../../address';

/** Labels for the bins of its tray; `?paper=letter` where A4 is not sold. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { id } = await params;
  const paper = paperOf(request);
  const headers = {
    'content-type': 'application/pdf',
    'content-disposition': `inline; filename="${id.replace(/[^\w.-]/g, '_')}-labels.pdf"`,
  };
  return answerFile(headers, (person) => trayLabelSheet(person, partOf(id), paper));
}
