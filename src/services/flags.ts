import type { FlagView } from '../contracts/views';
import { dbOf, listOpenFlags, markLooked, type Actor, type Branch } from '../data';
import { demand } from './permission';

/** What a lead must look at on a job. */
export const openFlags = (branch: Branch, jobNumbers: number[]): Promise<FlagView[]> =>
  listOpenFlags(dbOf(branch), jobNumbers);

/** Notes that a lead looked. */
export async function lookedAt(by: Actor, flag: string): Promise<void> {
  demand(by, 'override');
  const db = dbOf(by);
  await markLooked(db, flag, by.id);
}
