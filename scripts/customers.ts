import { writeFileSync } from 'node:fs';
import type pg from 'pg';
import { db, getPool, listPeople, type Actor } from '../src/data';
import { exportCustomer, redactCustomer, redactDue, viewCustomers } from '../src/services';
import { PezzoError } from '../src/core/errors';
import { readArguments, UsageError } from './cli/arguments';
import { fileHere, withDatabase } from './backup/tools';
import { PlainFailure, say } from './support/project';

const USAGE = `Usage: pezzo customers list [--json]
       pezzo customers export JOB FILE
       pezzo customers redact JOB | --due`;

/** Whoever has the machine acts as the shop's owner; what is erased says so. */
async function theOwner(): Promise<Actor> {
  const owner = (await listPeople(db)).find(({ role, active }) => role === 'owner' && active);
  if (!owner) throw new PlainFailure('This shop has no owner yet: set it up first.');
  return { ...owner, byPassword: true };
}

async function list(by: Actor, json: boolean): Promise<void> {
  const rows = await viewCustomers(by);
  if (json) process.stdout.write(`${JSON.stringify(rows)}\n`);
  else for (const row of rows) {
    const state = row.redactedAt ? 'erased' : row.isDue ? 'due' : row.closedAt ? 'given back' : 'vehicle here';
    process.stdout.write(`${row.jobNumber}  ${state.padEnd(12)}  ${[row.customer, row.plate, row.vin].filter(Boolean).join(' · ') || '–'}  (${row.signatures} signatures, ${row.photos} photos)\n`);
  }
}

function jobNumber(text: string | undefined): number {
  const number = Number(text);
  if (!Number.isInteger(number) || number < 1) throw new UsageError(USAGE);
  return number;
}

/** Does what was asked; returns what to say of it, empty where it printed already. */
async function run(positionals: string[], values: { json?: boolean; due?: boolean }): Promise<string> {
  const [verb, job, file] = positionals;
  const by = await theOwner();
  if (verb === 'list') {
    await list(by, values.json ?? false);
    return '';
  }
  if (verb === 'export' && file) {
    writeFileSync(fileHere(file), `${JSON.stringify(await exportCustomer(by, jobNumber(job)), null, 1)}\n`, { mode: 0o600 });
    return `Everything that job ${job} holds of its customer is in ${file}.`;
  }
  if (verb === 'redact' && values.due && !job) return `Erased: ${(await redactDue(by)).join(', ') || 'nothing was due'}.`;
  if (verb === 'redact' && job && !values.due) {
    await redactCustomer(by, jobNumber(job));
    return `The customer data of job ${job} is erased.`;
  }
  throw new UsageError(USAGE);
}

/** `pezzo customers …`: lists, hands out and erases what the shop holds of its customers. Returns the exit status. */
export async function customersCommand(argv: string[]): Promise<number> {
  const { values, positionals } = readArguments(argv, { json: { type: 'boolean' }, due: { type: 'boolean' } }, USAGE);
  if (!['list', 'export', 'redact'].includes(positionals[0])) throw new UsageError(USAGE);
  try {
    await withDatabase(async (ownerUrl) => {
      process.env.DATABASE_URL = ownerUrl;
      try {
        const said = await run(positionals, values);
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
