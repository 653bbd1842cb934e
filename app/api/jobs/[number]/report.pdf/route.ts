import { printReport } from '@/services';
import { answerFile } from '../../../respond';
import { readJobNumber, type JobContext } from '../address';

export async function GET(request: Request, { params }: JobContext): Promise<Response> {
  const headers = {
    'content-type': 'application/pdf',
    'content-disposition': `inline; filename="job-${(await params).number}.pdf"`,
    'cache-control': 'no-store',
  };
  return answerFile(headers, async (person) => printReport(person.branch, await readJobNumber(params)));
}
