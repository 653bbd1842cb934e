import { exportSpeakers, importSpeakers } from '@/services';
import { answerFile, answerPerson, readBytes } from '../../respond';

export const GET = () =>
  answerFile(
    { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': 'attachment; filename="speakers.csv"' },
    ({ branch }) => exportSpeakers(branch),
  );

export const PUT = (request: Request) =>
  answerPerson(async (person) => importSpeakers(person, (await readBytes(request)).toString('utf8')));
