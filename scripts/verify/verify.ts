import pg from 'pg';
import { withDatabase } from '../backup/tools';
import { PlainFailure, say } from '../support/project';
import { faultsOf } from './faults';

/** `pezzo verify`: whether every chain of records is whole, every seal fits, and every sum adds up; returns the exit status. */
export async function verifyCommand(): Promise<number> {
  try {
    const { faults, records } = await withDatabase(async (ownerUrl) => {
      const client = new pg.Client({
        connectionString: ownerUrl,
        options: '-c pezzo.task=verify -c statement_timeout=0',
      });
      await client.connect();
      try {
        const found = await faultsOf(client);
        const { rows } = await client.query<{ n: string }>('select count(*) as n from events');
        return { faults: found, records: Number(rows[0].n) };
      } finally {
        await client.end();
      }
    });
    for (const fault of faults) process.stdout.write(`${fault}\n`);
    say(
      faults.length
        ? `${faults.length} things do not fit. Whoever did this changed the database past Pezzo: compare with your last backup.`
        : `All ${records} records stand in unbroken chains; every seal fits, every sum adds up.`,
    );
    return faults.length ? 1 : 0;
  } catch (error) {
    if (!(error instanceof PlainFailure)) throw error;
    say(error.message);
    return 1;
  }
}
