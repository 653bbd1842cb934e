import { exportReorder } from '@/services';
import { answerFile } from '../../respond';

export const GET = () =>
  answerFile(
    { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': 'attachment; filename="reorder.csv"' },
    (person) => exportReorder(person),
  );
