import { db, listPhotosOfJob } from '../../data';
import { collectReport, type Report } from './collect';

export type { Report } from './collect';

/** The hand-over report of a job as data. Throws not-found. */
export const readReport = (jobNumber: number): Promise<Report> => collectReport(jobNumber);

/** The hand-over report of a job as PDF. Throws not-found. */
export async function printReport(jobNumber: number): Promise<Buffer> {
  const [report, photos, { drawReport }] = await Promise.all([collectReport(jobNumber), listPhotosOfJob(db, jobNumber), import('./pdf')]);
  return drawReport(report, new Map(photos.map((photo) => [photo.id, photo])));
}
