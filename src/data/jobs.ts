import { notFound } from '../core/errors';
import type { SchoolChoice } from '../core/document';
import type { Vehicle } from '../core/trade';
import { insertLog } from './logs';
import type { Branch, Db } from './pool';
import { randomUUID } from 'node:crypto';

export interface VehicleRow extends Vehicle {
  id: string;
  label: string;
  vin: string | null;
  options: Record<string, string>;
  /** Orange cables: only for who is trained for it. */
  highVoltage: boolean;
}

export interface JobRow {
  number: number;
  branch: Branch;
  title: string;
  customer: string;
  phone: string;
  /** The job it comes back from. */
  comesBackOf: number | null;
  createdAt: Date;
  /** When what names the customer was taken out; null while it is here. */
  redactedAt: Date | null;
  /** The log of its visit. */
  visit: string;
  /** The vehicle was given back. */
  isClosed: boolean;
  /** Who is trained for its high voltage, as a lead has named them; null where nobody was. */
  trainedPerson: string | null;
  /** Ways of working on this job that differ from the shop's, each with its reason. */
  schools: SchoolChoice[];
  /** Parts that are tried as one, each set as people write it. */
  sets: string[];
  /** When it is promised for where no quote says so. */
  dueAt: Date | null;
  /** When the part it waits for comes, and which. */
  partsAt: Date | null;
  parts: string;
  /** Whether the customer agrees to be found again; null where nobody asked. */
  consent: boolean | null;
  /** Months that this customer's data is kept; null for the shop's keeping time. */
  keepMonths: number | null;
  vehicle: VehicleRow;
}

const VEHICLE = `json_build_object('id', v.id, 'make', v.make, 'model', v.model, 'year', v.year, 'body', v.body,
  'steering', v.steering, 'label', v.label, 'vin', v.vin, 'options', v.options, 'highVoltage', v.high_voltage) as vehicle`;
const JOB = `j.number, j.branch, j.title, j.customer, j.phone, j.comes_back_of as "comesBackOf", j.created_at as "createdAt", j.redacted_at as "redactedAt", l.id as visit, l.closed_position is not null as "isClosed", j.trained_person as "trainedPerson", j.schools, j.sets, j.due_at as "dueAt", j.parts_at as "partsAt", j.parts, j.consent, j.keep_months as "keepMonths", ${VEHICLE}`;
const FROM = `from jobs j join vehicles v on v.id = j.vehicle_id join logs l on l.job_number = j.number and l.kind = 'visit'`;

/** Adds a vehicle and returns its id. */
export async function insertVehicle(
  db: Db,
  vehicle: Vehicle & { label: string; options?: Record<string, string>; highVoltage?: boolean; vin?: string },
): Promise<string> {
  const { rows } = await db.query<{ id: string }>(
    'insert into vehicles (make, model, year, body, steering, label, options, high_voltage, vin) values ($1, $2, $3, $4, $5, $6, $7, $8, $9) returning id',
    [
      vehicle.make,
      vehicle.model,
      vehicle.year ?? null,
      vehicle.body ?? null,
      vehicle.steering ?? 'any',
      vehicle.label,
      vehicle.options ?? {},
      vehicle.highVoltage ?? false,
      vehicle.vin || null,
    ],
  );
  return rows[0].id;
}

/** Opens a job with the log of its visit, and returns its number. */
export async function insertJob(
  db: Db,
  job: {
    title: string;
    customer: string;
    phone: string;
    comesBackOf: number | null;
    vehicleId: string;
    by: string;
    branch: Branch;
  },
): Promise<number> {
  const { rows } = await db.query<{ number: number }>(
    'insert into jobs (title, customer, phone, comes_back_of, vehicle_id, created_by, branch) values ($1, $2, $3, $4, $5, $6, $7) returning number',
    [job.title, job.customer, job.phone, job.comesBackOf, job.vehicleId, job.by, job.branch],
  );
  await insertLog(db, { id: randomUUID(), kind: 'visit', jobNumber: rows[0].number });
  return rows[0].number;
}

/** Jobs whose vehicle is still here, and those given back last, newest first. */
export async function listJobsOnBoard(
  db: Db,
  branch: Branch,
  most: { open: number; closed: number },
): Promise<JobRow[]> {
  const { rows } = await db.query<JobRow>(
    `(select ${JOB} ${FROM} where l.closed_position is null and j.branch = $3 order by j.number desc limit $1)
     union all
     (select ${JOB} ${FROM} where l.closed_position is not null and j.branch = $3 order by j.number desc limit $2)
     order by 1 desc`,
    [most.open, most.closed, branch],
  );
  return rows;
}

/** All jobs with their vehicle, newest first. */
export async function listJobs(db: Db, branch: Branch, limit: number): Promise<JobRow[]> {
  const { rows } = await db.query<JobRow>(`select ${JOB} ${FROM} where j.branch = $2 order by j.number desc limit $1`, [
    limit,
    branch,
  ]);
  return rows;
}

/** Jobs whose customer, phone, plate, VIN, vehicle or number holds every word, newest first; what was erased is not found. */
export async function searchJobs(db: Db, branch: Branch, words: string[], limit: number): Promise<JobRow[]> {
  const held = `lower(concat_ws(' ', j.number, j.customer, regexp_replace(j.phone, '[^0-9+]', '', 'g'), j.phone, v.label, v.vin, v.make, v.model, v.year))`;
  const { rows } = await db.query<JobRow>(
    `select ${JOB} ${FROM} where j.redacted_at is null and j.consent is not false and j.branch = $2 ${words.map((_, at) => `and ${held} like $${at + 3}`).join(' ')} order by j.number desc limit $1`,
    [limit, branch, ...words.map((word) => `%${word.toLowerCase().replace(/[\\%_]/g, '\\$&')}%`)],
  );
  return rows;
}

/** One job of a branch; of any (null) only where its run or log was found already. Throws not-found. */
export async function getJob(db: Db, branch: Branch | null, number: number): Promise<JobRow> {
  const { rows } = await db.query<JobRow>(
    `select ${JOB} ${FROM} where j.number = $1 and ($2::int is null or j.branch = $2)`,
    [number, branch],
  );
  if (!rows[0]) throw notFound('job-unknown', `There is no job ${number}.`);
  return rows[0];
}

/** The branch that has a job, for an owner's task. Throws not-found. */
export async function getBranchOfJob(db: Db, number: number): Promise<Branch> {
  const { rows } = await db.query<{ branch: Branch }>('select branch from jobs where number = $1', [number]);
  if (!rows[0]) throw notFound('job-unknown', `There is no job ${number}.`);
  return rows[0].branch;
}

/** Notes who is trained for the high voltage of a job's vehicle, and who says so. */
export async function updateTrainedPerson(db: Db, jobNumber: number, person: string, by: string): Promise<void> {
  await db.query('update jobs set trained_person = $2, named_by = $3, named_at = now() where number = $1', [
    jobNumber,
    person,
    by,
  ]);
}

/** Changes what a job holds of its customer. */
export async function updateCustomer(
  db: Db,
  jobNumber: number,
  {
    customer,
    phone,
    label,
    consent,
    keepMonths,
    by,
  }: { customer: string; phone: string; label: string; consent: boolean | null; keepMonths: number | null; by: string },
): Promise<void> {
  await db.query(
    `update jobs set customer = $2, phone = $3, keep_months = $5,
            consent_by = case when $4::boolean is null then null when consent is not distinct from $4 then consent_by else $6 end,
            consent_at = case when $4::boolean is null then null when consent is not distinct from $4 then consent_at else now() end,
            consent = $4
      where number = $1`,
    [jobNumber, customer, phone, consent, keepMonths, by],
  );
  await db.query('update vehicles set label = $2 where id = (select vehicle_id from jobs where number = $1)', [
    jobNumber,
    label,
  ]);
}

/** Replaces a job's own ways of working. */
export async function updateJobSchools(db: Db, jobNumber: number, schools: SchoolChoice[]): Promise<void> {
  await db.query('update jobs set schools = $2 where number = $1', [jobNumber, JSON.stringify(schools)]);
}

/** Replaces what is tried as one on a job. */
export async function updateJobSets(db: Db, jobNumber: number, sets: string[]): Promise<void> {
  await db.query('update jobs set sets = $2 where number = $1', [jobNumber, JSON.stringify(sets)]);
}

/** Notes the VIN of a job's vehicle. */
export async function updateVin(db: Db, jobNumber: number, vin: string): Promise<void> {
  await db.query('update vehicles set vin = $2 where id = (select vehicle_id from jobs where number = $1)', [
    jobNumber,
    vin,
  ]);
}
