import { INSIGHT_TABLES } from '@/contracts/views';
import { notFound } from '@/core/errors';
import { exportInsights } from '@/services';
import { answerFile } from '../../respond';

/** One table of the insights as CSV: `/api/insights/breaks.csv`. */
export async function GET(_: Request, { params }: { params: Promise<{ table: string }> }): Promise<Response> {
  const asked = (await params).table.replace(/\.csv$/, '');
  const headers = {
    'content-type': 'text/csv; charset=utf-8',
    'content-disposition': `attachment; filename="${asked.replace(/[^a-z]/g, '')}.csv"`,
  };
  return answerFile(headers, async (person) => {
    const table = INSIGHT_TABLES.find((one) => one === asked);
    if (!table) throw notFound('no-such-table', 'There is no such table.');
    return exportInsights(person, table);
  });
}
