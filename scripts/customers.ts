import { writeFileSync } from 'node:fs';
import type pg from 'pg';
import { getBranchOfJob, getPool, listBranches, listPeople, ownerDb, type Actor } from '../src/data';
import { exportCustomer, redactCustomer, redactDue, viewCustomers } from '../src/services';
import { PezzoError } from '../src/core/errors';
import { UsageError } from './cli/usage-error';
import { fileHere, withDatabase } from './backup/tools';
import { hasTables, migrate } from './support/migrate';
import { PlainFailure, say } from './support/project';

/** Whoever has the machine acts as the shop's owner; what is erased says so. Null where the shop was not set up. */
async function findOwner(): Promise<Actor | null> {
  const owner = (await listPeople(ownerDb('customers'))).find(({ role, active }) => role === 'owner' && active);
  return owner ? { ...owner, byPassword: true } : null;
}

/** Whoever has the machine acts for every branch: the first owner, in each of them. */
async function inEachBranch(by: Actor): Promise<Actor[]> {
  return (await listBranches(ownerDb('customers'))).map(({ id }) => ({ ...by, branch: id }));
}

/** The same, in the branch of a job. Throws not-found. */
const inBranchOf = async (by: Actor, job: number): Promise<Actor> => ({
  ...by,
  branch: await getBranchOfJob(ownerDb('customers'), job),
});

async function list(by: Actor, json: boolean): Promise<void> {
  const rows = (await Promise.all((await inEachBranch(by)).map((one) => viewCustomers(one)))).flat();
  if (json) process.stdout.write(`${JSON.stringify(rows)}\n`);
  else
    for (const row of rows) {
      const state = row.redactedAt ? 'erased' : row.isDue ? 'due' : row.closedAt ? 'given back' : 'vehicle here';
      process.stdout.write(
        `${row.jobNumber}  ${state.padEnd(12)}  ${[row.customer, row.plate, row.vin].filter(Boolean).join(' · ') || '–'}  (${row.signatures} signatures, ${row.photos} photos)\n`,
      );
    }
}

/** Works on the shop's database as its owner, as `nobody` where a shop without one will do; says what came of it where there is something to say. Returns the exit status. */
export async function asOwner(act: (by: Actor) => Promise<string | null>, nobody?: Actor): Promise<number> {
  const isOurs = !process.env.DATABASE_URL;
  try {
    await withDatabase(async (ownerUrl) => {
      process.env.DATABASE_URL = ownerUrl;
      try {
        // A database of our own may be older than this program; another's is brought up to date by whoever runs it.
        if (isOurs || !(await hasTables(ownerUrl))) await migrate(ownerUrl);
        const by = (await findOwner()) ?? nobody;
        if (!by) throw new PlainFailure('This shop has no owner yet: set it up first.');
        const said = await act(by);
        if (said) say(said);
      } finally {
        await getPool().end();
        delete (globalThis as { pezzoPool?: pg.Pool }).pezzoPool;
      }
    });
    return 0;
  } catch (error) {
    if (!(error instanceof PlainFailure) && !(error instanceof PezzoError)) throw error;
    say(error.message);
    return 1;
  }
}

/** `pezzo customers list`: every job with what it holds of its customer. */
export const listCommand = ({ json }: { json?: boolean }): Promise<number> =>
  asOwner(async (by) => {
    await list(by, json ?? false);
    return null;
  });

/** `pezzo customers export JOB FILE`: what a customer may ask for, readable by nobody else on this machine. */
export const exportCommand = (job: number, file: string): Promise<number> =>
  asOwner(async (by) => {
    writeFileSync(
      fileHere(file),
      `${JSON.stringify(await exportCustomer(await inBranchOf(by, job), job), null, 1)}\n`,
      { mode: 0o600 },
    );
    return `Everything that job ${job} holds of its customer is in ${file}.`;
  });

/** `pezzo customers erase JOB | --due`. */
export function eraseCommand(job: number | undefined, { due }: { due?: boolean }): Promise<number> {
  if ((job !== undefined) === (due ?? false)) throw new UsageError('Name one job, or give --due.');
  return asOwner(async (by) => {
    if (job === undefined) {
      const erased: number[] = [];
      for (const one of await inEachBranch(by)) erased.push(...(await redactDue(one)));
      return `Erased: ${erased.join(', ') || 'nothing was due'}.`;
    }
    await redactCustomer(await inBranchOf(by, job), job);
    return `The customer data of job ${job} is erased.`;
  });
}
