import { notFound } from '../core/errors';
import type { Branch, Db } from './pool';

/** What a job holds of its customer. */
export interface CustomerRow {
  jobNumber: number;
  customer: string;
  phone: string;
  title: string;
  /** The vehicle's label: a plate, or what the shop calls it. */
  plate: string;
  vehicle: string;
  vin: string | null;
  signatures: number;
  photos: number;
  openedAt: Date;
  /** When the vehicle was given back; null while it is here. */
  closedAt: Date | null;
  redactedAt: Date | null;
  /** Whether they agree to be found again, as somebody noted it. */
  consent: boolean | null;
  consentAt: Date | null;
  keepMonths: number | null;
}

const CUSTOMER = `select j.number as "jobNumber", j.customer, j.phone, j.title, v.label as plate, concat_ws(' ', v.make, v.model, v.year) as vehicle, v.vin,
       (select count(*)::int from events e where e.log_id = l.id and e.type = 'signed') as signatures,
       (select count(*)::int from photos p where p.job_number = j.number and p.redacted_at is null) as photos,
       j.created_at as "openedAt", (select e.received_at from events e where e.log_id = l.id and e.position = l.closed_position) as "closedAt", j.redacted_at as "redactedAt",
       j.consent, j.consent_at as "consentAt", j.keep_months as "keepMonths"
  from jobs j join vehicles v on v.id = j.vehicle_id join logs l on l.job_number = j.number and l.kind = 'visit'`;

/** Every job of a branch with what it holds of its customer, newest first. */
export async function listCustomers(db: Db, branch: Branch): Promise<CustomerRow[]> {
  const { rows } = await db.query<CustomerRow>(`${CUSTOMER} where j.branch = $1 order by j.number desc`, [branch]);
  return rows;
}

/** What one job holds of its customer. Throws not-found. */
export async function getCustomer(db: Db, branch: Branch, jobNumber: number): Promise<CustomerRow> {
  const { rows } = await db.query<CustomerRow>(`${CUSTOMER} where j.number = $1 and j.branch = $2`, [
    jobNumber,
    branch,
  ]);
  if (!rows[0]) throw notFound('job-unknown', `There is no job ${jobNumber}.`);
  return rows[0];
}

/** Takes out what names the customer of a job: name, plate, VIN, signatures, photos. Throws not-found. */
export async function redactJob(db: Db, jobNumber: number, by: string): Promise<void> {
  const { rows } = await db.query<{ done: boolean }>('select redact_job($1, $2) as done', [jobNumber, by]);
  if (!rows[0].done) throw notFound('job-unknown', `There is no job ${jobNumber}.`);
}
