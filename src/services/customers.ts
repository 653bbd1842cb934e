import type { CustomerForm } from '../contracts/schemas';
import type { CustomerView, Report } from '../contracts/views';
import { conflict } from '../core/errors';
import {
  dbOf,
  getCustomer,
  getJob,
  listCustomers,
  listPhotosOfJob,
  redactJob,
  transaction,
  updateCustomer,
  type Actor,
  type CustomerRow,
} from '../data';
import { demand } from './permission';
import { readReport } from './report';
import { writeSecurityLine } from './security-log';
import { readShop } from './shop';

/** Everything that names customers, newest job first. */
export async function viewCustomers(by: Actor, now = new Date()): Promise<CustomerView[]> {
  demand(by, 'set-up');
  const db = dbOf(by);
  const [rows, { settings }] = await Promise.all([listCustomers(db, by.branch), readShop(by.branch)]);
  return rows.map((row) => ({ ...row, isDue: isDue(row, settings.keepingMonths, now) }));
}

/** True once the keeping time has passed since the vehicle was given back: the customer's own before the shop's; at once where they do not agree to be kept. Where none is set, nothing is ever due. */
export function isDue(
  {
    closedAt,
    redactedAt,
    consent,
    keepMonths,
  }: Pick<CustomerRow, 'closedAt' | 'redactedAt' | 'consent' | 'keepMonths'>,
  shopMonths: number | null,
  now: Date,
): boolean {
  if (closedAt === null || redactedAt !== null) return false;
  if (consent === false) return true;
  const keepingMonths = keepMonths ?? shopMonths;
  if (keepingMonths === null) return false;
  const due = new Date(closedAt);
  due.setUTCMonth(due.getUTCMonth() + keepingMonths);
  return due <= now;
}

/** What is handed to a customer who asks what the shop holds of them: `pezzo-customer/1`. Photos are JPEG in base64. */
export interface CustomerExport {
  format: 'pezzo-customer/1';
  madeAt: string;
  held: CustomerRow;
  report: Report;
  photos: { id: string; jpeg: string }[];
}

/** Everything a job holds of its customer. Throws not-found. */
export async function exportCustomer(by: Actor, jobNumber: number): Promise<CustomerExport> {
  demand(by, 'set-up');
  const db = dbOf(by);
  const [held, report, photos] = await Promise.all([
    getCustomer(db, by.branch, jobNumber),
    readReport(by.branch, jobNumber),
    listPhotosOfJob(db, jobNumber),
  ]);
  writeSecurityLine('customer-exported', { job: jobNumber, by: by.id });
  return {
    format: 'pezzo-customer/1',
    madeAt: new Date().toISOString(),
    held,
    report,
    photos: photos.map(({ id, picture }) => ({ id, jpeg: picture.toString('base64') })),
  };
}

/** Takes out what names the customer of a job. A conflict while the vehicle is still here. */
export async function redactCustomer(by: Actor, jobNumber: number): Promise<void> {
  demand(by, 'set-up');
  const db = dbOf(by);
  const { closedAt } = await getCustomer(db, by.branch, jobNumber);
  if (!closedAt) throw conflict('still-here', 'The vehicle has not been given back yet. Close the job first.');
  await redactJob(db, jobNumber, by.id);
  writeSecurityLine('customer-redacted', { job: jobNumber, by: by.id });
}

/** Takes out everything whose keeping time is over. Returns the numbers of the jobs. */
export async function redactDue(by: Actor, now = new Date()): Promise<number[]> {
  const db = dbOf(by);
  const due = (await viewCustomers(by, now)).filter((row) => row.isDue).map(({ jobNumber }) => jobNumber);
  for (const jobNumber of due) {
    await redactJob(db, jobNumber, by.id);
    writeSecurityLine('customer-redacted', { job: jobNumber, by: by.id });
  }
  return due;
}

/** Changes what a job holds of its customer: name, phone, plate, and whether and how long it may be kept. A conflict where it was erased. */
export async function changeCustomer(by: Actor, jobNumber: number, form: CustomerForm): Promise<void> {
  demand(by, 'open-job');
  const db = dbOf(by);
  const { redactedAt } = await getJob(db, by.branch, jobNumber);
  if (redactedAt) throw conflict('redacted', 'The customer’s data of this job was erased: open a new job.');
  await transaction(by, (tx) => updateCustomer(tx, jobNumber, { ...form, by: by.id }));
}
