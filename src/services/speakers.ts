import { MOST_SPEAKERS, readSpeaker, speakersCsv, type ReadSpeakers } from '../contracts/schemas';
import type { Speaker } from '../core/bench';
import { invalid, notFound } from '../core/errors';
import { dbOf, deleteSpeaker, listSpeakers, transaction, upsertSpeakers, type Actor, type Branch } from '../data';
import { doHeavy, TooHard } from './heavy';
import { demand } from './permission';

/** How long reading a list may take, milliseconds. */
const READ_LIMIT_MS = 20_000;

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
  demand(by, 'record');
  const { speakers, bad, badCount } = await readInTime(csv);
  if (speakers.length) await transaction(by, (tx) => upsertSpeakers(tx, speakers));
  return { kept: speakers.length, bad, badCount };
}

async function readInTime(csv: string): Promise<ReadSpeakers> {
  try {
    return await doHeavy<ReadSpeakers>('think', 'readSpeakers', csv, READ_LIMIT_MS);
  } catch (error) {
    if (error instanceof TooHard)
      throw invalid('too-hard', 'That list takes too long to read. Split it and import the parts.');
    throw error;
  }
}

/** Puts one speaker on the list, or changes it; sizes as they are typed. Throws `invalid` naming the field. */
export async function keepSpeaker(by: Actor, speaker: unknown): Promise<void> {
  demand(by, 'record');
  const db = dbOf(by);
  await upsertSpeakers(db, [readSpeaker(speaker)]);
}

/** Takes one off the list. Throws not-found. Runs that were opened with it keep their steps. */
export async function dropSpeaker(by: Actor, name: string): Promise<void> {
  demand(by, 'record');
  const db = dbOf(by);
  if (!(await deleteSpeaker(db, name))) throw notFound('speaker', `No speaker of the shop’s list is called “${name}”.`);
}
