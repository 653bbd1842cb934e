import { createHash, randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { asOwner, freshDatabase } from '../support/database';
import { fixtureBytes } from '../support/fixture';
import { makeShop } from '../support/shop';
import { keepRecording, readRecording, startProcedure } from '@/services';
import { HOME, dbOf, type Actor } from '@/data';

const db = dbOf(HOME);

/** One and a half seconds of a browser's fake microphone, as its recorder wrote them: WebM with Opus. */
const SPOKEN = fixtureBytes('spoken.webm');
const digest = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');

let drop: () => Promise<void>;
let people: Record<'owner' | 'lead' | 'technician' | 'trainee', Actor>;
let procedure: string;
beforeAll(async () => {
  drop = await freshDatabase();
  people = await makeShop();
  procedure = await startProcedure(people.technician, {
    make: 'Velden',
    model: 'Kite',
    from: 2014,
    to: 2019,
    body: 'hatch-5',
    zone: 'roof',
    side: 'centre',
    width: 900,
    height: 900,
  });
});
afterAll(() => drop());

type Sent = Parameters<typeof keepRecording>[1];
const sent = (over: Partial<Sent> = {}): Sent => {
  const bytes = over.bytes ?? SPOKEN;
  return { id: randomUUID(), procedure, kind: 'spoken', bytes, sha256: digest(bytes), ...over };
};
const keep = (over: Partial<Sent> = {}) => keepRecording(people.technician, sent(over));
/** A WAV header (RIFF, from memory) with nothing after it: sound, but not of a kind that is taken. */
const WAV = Buffer.concat([Buffer.from('RIFF'), Buffer.from([36, 0, 0, 0]), Buffer.from('WAVEfmt '), Buffer.alloc(28)]);

describe('a spoken note', () => {
  it('is kept once as it came, however often it arrives', async () => {
    const one = sent();
    await keepRecording(people.technician, one);
    await keepRecording(people.technician, one);
    const { bytes, mediaType } = await readRecording(HOME, one.id);
    expect([mediaType, bytes.equals(SPOKEN)]).toEqual(['audio/webm', true]);
    expect((await db.query('select 1 from recordings where id = $1', [one.id])).rowCount).toBe(1);
  });

  it('is refused where its number stands for another one', async () => {
    const one = sent();
    await keepRecording(people.technician, one);
    const other = Buffer.concat([SPOKEN, Buffer.alloc(8)]);
    await expect(keep({ id: one.id, bytes: other, sha256: digest(other) })).rejects.toMatchObject({
      code: 'recording-differs',
    });
  });

  it.each<[string, Partial<Sent>, string]>([
    ['cut off on the way', { bytes: SPOKEN.subarray(0, 900), sha256: digest(SPOKEN) }, 'recording-cut'],
    ['larger than 8 MB', { bytes: Buffer.alloc(8 * 1024 * 1024 + 1) }, 'recording-too-large'],
    ['a page', { bytes: Buffer.from('<html><script>alert(1)</script></html>') }, 'recording-unreadable'],
    ['a container that is not taken', { bytes: WAV }, 'recording-unreadable'],
    ['empty', { bytes: Buffer.alloc(0) }, 'recording-unreadable'],
    ['sent as a clip, without a picture', { kind: 'clip' }, 'recording-unreadable'],
    ['of a procedure that is not there', { procedure: 'none' }, 'procedure-unknown'],
  ])('is refused where it is %s', async (_, over, code) => {
    await expect(keep(over)).rejects.toMatchObject({ code });
  });

  it('takes somebody who may record, and is never changed or deleted', async () => {
    await expect(keepRecording(people.trainee, sent())).rejects.toMatchObject({ kind: 'forbidden' });
    await expect(db.query(`update recordings set kind = 'clip'`)).rejects.toThrow(/permission denied/);
    await keep();
    await expect(asOwner('delete from recordings')).rejects.toThrow('append-only');
  });

  it('is not there before its tablet sent it', async () => {
    await expect(readRecording(HOME, randomUUID())).rejects.toMatchObject({ code: 'recording-unknown' });
  });
});
