import { MOST_SPEAKERS, readSpeaker, speakersCsv, type ReadSpeakers } from '../contracts/schemas';
import type { Speaker } from '../core/bench';
import { notFound } from '../core/errors';
import { dbOf, deleteSpeaker, listSpeakers, transaction, upsertSpeakers, type Actor, type Branch } from '../data';
import { readSentTable } from './read-table';
import { demand } from './permission';

/** The shop's speakers by name. */
export const shopSpeakers = (branch: Branch): Promise<Speaker[]> => listSpeakers(dbOf(branch), MOST_SPEAKERS);

/** The same as CSV. */
export const exportSpeakers = async (branch: Branch): Promise<Buffer> =>
  Buffer.from(speakersCsv(await shopSpeakers(branch)), 'utf8');

/** Puts the speakers of a CSV on the list, those that can be read; what cannot is named by its line. */
export async function importSpeakers(
  by: Actor,
  csv: string,
): Promise<{ kept: number } & Omit<ReadSpeakers, 'speakers'>> {
  demand(by, 'keep-speakers');
  const { speakers, bad, badCount } = await readSentTable<ReadSpeakers>('readSpeakers', csv);
  if (speakers.length) await transaction(by, (tx) => upsertSpeakers(tx, speakers));
  return { kept: speakers.length, bad, badCount };
}

/** Puts one speaker on the list, or changes it; sizes as they are typed. Throws `invalid` naming the field. */
export async function keepSpeaker(by: Actor, speaker: unknown): Promise<void> {
  demand(by, 'keep-speakers');
  const db = dbOf(by);
  await upsertSpeakers(db, [readSpeaker(speaker)]);
}

/** Takes one off the list. Throws not-found. Runs that were opened with it keep their steps. */
export async function dropSpeaker(by: Actor, name: string): Promise<void> {
  demand(by, 'keep-speakers');
  const db = dbOf(by);
  if (!(await deleteSpeaker(db, name))) throw notFound('speaker', `No speaker of the shop’s list is called “${name}”.`);
}
