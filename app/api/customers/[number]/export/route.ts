import { exportCustomer } from '@/services';
import { answerFile } from '../../../respond';
import { readJobNumber, type JobContext } from '../../../jobs/[number]/address';

/** Everything a job holds of its customer, as a file. */
export async function GET(_request: Request, { params }: JobContext): Promise<Response> {
  const headers = {
    'content-type': 'application/json',
    'content-disposition': `attachment; filename="customer-job-${(await params).number.replace(/\D/g, '')}.json"`,
  };
  return answerFile(headers, async (person) =>
    Buffer.from(JSON.stringify(await exportCustomer(person, await readJobNumber(params)), null, 1)),
  );
}
