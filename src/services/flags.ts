import type { FlagView } from '../contracts/views';
import { db, listOpenFlags, markLooked, type Actor } from '../data';
import { demand } from './permission';

/** What a lead must look at on a job. */
export const openFlags = (jobNumbers: number[]): Promise<FlagView[]> => listOpenFlags(db, jobNumbers);

/** Notes that a lead looked. */
export async function lookedAt(by: Actor, flag: string): Promise<void> {
  demand(by, 'override');
  await markLooked(db, flag, by.id);
}
