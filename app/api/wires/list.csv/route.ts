import { exportWires, importWires } from '@/services';
import { answerFile, answerPerson, readBytes } from '../../respond';

export const GET = (request: Request) =>
  answerFile(
    { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': 'attachment; filename="wires.csv"' },
    ({ branch }) => exportWires(branch, (new URL(request.url).searchParams.get('q') ?? '').slice(0, 200)),
  );

export const PUT = (request: Request) =>
  answerPerson(async (person) => importWires(person, (await readBytes(request)).toString('utf8')));
