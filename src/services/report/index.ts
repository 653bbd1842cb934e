import { MOST_PRINTED_PHOTOS, type Report } from '../../contracts/views';
import { unavailable } from '../../core/errors';
import { dbOf, listPhotos, type Branch } from '../../data';
import { doHeavy, TooHard } from '../heavy';
import { collectReport } from './collect';

export { keepOlderReports } from './older';

/** How long a report may take to be drawn, milliseconds. */
const LIMIT_MS = 20_000;

/** The hand-over report of a job as data. Throws not-found. */
export const readReport = (branch: Branch, jobNumber: number): Promise<Report> => collectReport(branch, jobNumber);

/** The hand-over report of a job as PDF, drawn in a thread of its own. Throws not-found. */
export async function printReport(branch: Branch, jobNumber: number): Promise<Buffer> {
  const db = dbOf(branch);
  const report = await collectReport(branch, jobNumber);
  const ids = [
    ...report.marks.flatMap(({ photo }) => (photo ? [photo] : [])),
    ...report.photos.map(({ id }) => id),
    ...report.runs.flatMap((run) => run.photos.map(({ id }) => id)),
  ];
  const pictures = await listPhotos(db, jobNumber, ids.slice(0, MOST_PRINTED_PHOTOS));
  const pdf = await doHeavy<Uint8Array>(
    'draw',
    'draw',
    { report, pictures: pictures.map(({ id, picture, width, height }) => [id, { picture, width, height }]) },
    LIMIT_MS,
  ).catch((error: unknown) => {
    throw error instanceof TooHard
      ? unavailable(
          'report-too-large',
          'This report is too large to print in one piece. The data file (report.json) has everything.',
          error,
        )
      : error;
  });
  return Buffer.from(pdf);
}
