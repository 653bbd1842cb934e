import { createHash, randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freshDatabase } from '../support/database';
import { makeShop } from '../support/shop';
import { keepPhoto, openJob, readPhoto } from '@/services';
import { db, type Person } from '@/data';

let drop: () => Promise<void>;
let technician: Person;
let job: number;
beforeAll(async () => {
  drop = await freshDatabase();
  ({ technician } = await makeShop());
  job = await openJob(technician, { title: 'Photos', customer: '', label: '', make: 'Velden', model: 'Kite', year: 2017, body: '', steering: 'any' });
});
afterAll(() => drop());

const digest = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');
const keep = async (bytes: Buffer, over: Partial<Parameters<typeof keepPhoto>[1]> = {}) => {
  const id = randomUUID();
  await keepPhoto(technician, { id, jobNumber: job, bytes, sha256: digest(bytes), ...over });
  return over.id ?? id;
};
/** Red on the left, blue on the right. */
const halves = (width = 80, height = 40) => sharp({ create: { width, height, channels: 3, background: '#2040ff' } })
  .composite([{ input: { create: { width: width / 2, height, channels: 3, background: '#ff2020' } }, left: 0, top: 0 }]);
const pixel = async (bytes: Buffer, x: number, y: number) => {
  const { data, info } = await sharp(bytes).raw().toBuffer({ resolveWithObject: true });
  return [...data.subarray((y * info.width + x) * info.channels, (y * info.width + x) * info.channels + 3)];
};

describe('a photo', () => {
  it('is turned upright and loses where and with what it was taken', async () => {
    const bytes = await halves().jpeg({ quality: 95 }).withExif({ IFD0: { Make: 'A camera', Software: 'secret' }, IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '52/1 30/1 0/1' } }).withMetadata({ orientation: 6 }).toBuffer();
    expect((await sharp(bytes).metadata()).exif).toBeDefined();
    const kept = await readPhoto(await keep(bytes), 'picture');
    const facts = await sharp(kept).metadata();
    // Orientation 6 (Exif 2.32, 4.6.4): the first row is the visual right, so red, stored on the left, comes on top.
    expect([facts.format, facts.width, facts.height, facts.exif, facts.orientation]).toEqual(['jpeg', 40, 80, undefined, undefined]);
    const [[topRed], [, , bottomBlue]] = [await pixel(kept, 20, 10), await pixel(kept, 20, 70)];
    expect([topRed > 200, bottomBlue > 200]).toEqual([true, true]);
    expect(kept.includes('secret')).toBe(false);
  });

  it('comes small as well, and never larger than need be', async () => {
    const id = await keep(await halves(4000, 2000).png().toBuffer());
    const sizes = await Promise.all((['picture', 'small'] as const).map(async (size) => (await sharp(await readPhoto(id, size)).metadata()).width));
    expect(sizes).toEqual([2560, 420]);
  });

  it('may be PNG, WebP or HEIC', async () => {
    for (const bytes of [await halves().png().toBuffer(), await halves().webp().toBuffer(), readFileSync(fileURLToPath(new URL('../fixtures/small.heic', import.meta.url)))]) {
      expect((await sharp(await readPhoto(await keep(bytes), 'picture')).metadata()).format).toBe('jpeg');
    }
  });

  it('sent ten times is kept once', async () => {
    const bytes = await halves().jpeg().toBuffer();
    const id = randomUUID();
    for (let n = 0; n < 10; n += 1) await keep(bytes, { id });
    expect((await db.query('select 1 from photos where id = $1', [id])).rowCount).toBe(1);
  });

  it('of which only a part arrived is refused, and taken when all of it comes', async () => {
    const bytes = await halves().jpeg().toBuffer();
    const [id, sha256] = [randomUUID(), digest(bytes)];
    await expect(keep(bytes.subarray(0, bytes.length / 2), { id, sha256 })).rejects.toMatchObject({ code: 'photo-cut' });
    await expect(readPhoto(id, 'picture')).rejects.toMatchObject({ code: 'photo-unknown' });
    await keep(bytes, { id, sha256 });
    expect((await readPhoto(id, 'picture')).length).toBeGreaterThan(0);
  });

  it('that is none is refused in words: text named .jpg, half a JPEG, an empty file, a bomb of pixels', async () => {
    const jpeg = await halves(400, 300).jpeg().toBuffer();
    const bomb = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="40000" height="40000"/>');
    for (const bytes of [Buffer.from('this is no picture, whatever it is called'), jpeg.subarray(0, 200), Buffer.alloc(0), bomb]) {
      await expect(keep(bytes)).rejects.toMatchObject({ code: 'photo-unreadable' });
    }
  });

  it('of 40 MB is refused before it is looked at', async () => {
    await expect(keep(Buffer.alloc(40 * 1024 * 1024))).rejects.toMatchObject({ code: 'photo-too-large' });
  });

  it('does not take another one’s place, nor a job that there is none of', async () => {
    const id = await keep(await halves().jpeg().toBuffer());
    await expect(keep(await halves(20, 20).jpeg().toBuffer(), { id })).rejects.toMatchObject({ code: 'photo-differs' });
    await expect(keep(await halves().jpeg().toBuffer(), { jobNumber: 999_999 })).rejects.toMatchObject({ code: 'job-unknown' });
  });
});
