import { createHash, randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freshDatabase } from '../support/database';
import { fixtureBytes } from '../support/fixture';
import { watchEventLoop } from '../support/event-loop';
import { pngHeader } from '../support/png-header';
import { makeShop } from '../support/shop';
import { discardDraft, keepPhoto, openJob, readPhoto, startProcedure } from '@/services';
import { HOME, dbOf, type Actor } from '@/data';

const db = dbOf(HOME);

let drop: () => Promise<void>;
let technician: Actor;
let job: number;
beforeAll(async () => {
  drop = await freshDatabase();
  ({ technician } = await makeShop());
  job = await openJob(technician, {
    title: 'Photos',
    customer: '',
    label: '',
    make: 'Velden',
    model: 'Kite',
    year: 2017,
    body: '',
    steering: 'any',
  });
});
afterAll(() => drop());

const digest = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');
const keep = async (bytes: Buffer, over: Partial<Parameters<typeof keepPhoto>[1]> = {}) => {
  const id = randomUUID();
  await keepPhoto(technician, {
    id,
    owner: { jobNumber: job, procedure: null },
    bytes,
    sha256: digest(bytes),
    ...over,
  });
  return over.id ?? id;
};
/** Red on the left, blue on the right. */
const halves = (width = 80, height = 40) =>
  sharp({ create: { width, height, channels: 3, background: '#2040ff' } }).composite([
    { input: { create: { width: width / 2, height, channels: 3, background: '#ff2020' } }, left: 0, top: 0 },
  ]);
const pixel = async (bytes: Buffer, x: number, y: number) => {
  const { data, info } = await sharp(bytes).raw().toBuffer({ resolveWithObject: true });
  return [...data.subarray((y * info.width + x) * info.channels, (y * info.width + x) * info.channels + 3)];
};

describe('a photo', () => {
  it('is turned upright and loses where and with what it was taken', async () => {
    const bytes = await halves()
      .jpeg({ quality: 95 })
      .withExif({
        IFD0: { Make: 'A camera', Software: 'secret' },
        IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '52/1 30/1 0/1' },
      })
      .withMetadata({ orientation: 6 })
      .toBuffer();
    expect((await sharp(bytes).metadata()).exif).toBeDefined();
    const kept = await readPhoto(HOME, await keep(bytes), 'picture');
    const facts = await sharp(kept).metadata();
    // Orientation 6 (Exif 2.32, 4.6.4): the first row is the visual right, so red, stored on the left, comes on top.
    expect([facts.format, facts.width, facts.height, facts.exif, facts.orientation]).toEqual([
      'jpeg',
      40,
      80,
      undefined,
      undefined,
    ]);
    const [[topRed], [, , bottomBlue]] = [await pixel(kept, 20, 10), await pixel(kept, 20, 70)];
    expect([topRed > 200, bottomBlue > 200]).toEqual([true, true]);
    expect(kept.includes('secret')).toBe(false);
  });

  it('comes small as well, and never larger than need be', async () => {
    const id = await keep(await halves(4000, 2000).png().toBuffer());
    const sizes = await Promise.all(
      (['picture', 'small'] as const).map(
        async (size) => (await sharp(await readPhoto(HOME, id, size)).metadata()).width,
      ),
    );
    expect(sizes).toEqual([2560, 420]);
  });

  it('may be PNG, WebP or HEIC', async () => {
    for (const bytes of [
      await halves().png().toBuffer(),
      await halves().webp().toBuffer(),
      fixtureBytes('small.heic'),
    ]) {
      expect((await sharp(await readPhoto(HOME, await keep(bytes), 'picture')).metadata()).format).toBe('jpeg');
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
    await expect(keep(bytes.subarray(0, bytes.length / 2), { id, sha256 })).rejects.toMatchObject({
      code: 'photo-cut',
    });
    await expect(readPhoto(HOME, id, 'picture')).rejects.toMatchObject({ code: 'photo-unknown' });
    await keep(bytes, { id, sha256 });
    expect((await readPhoto(HOME, id, 'picture')).length).toBeGreaterThan(0);
  });

  it('that is none is refused in words: text named .jpg, half a JPEG, an empty file', async () => {
    const jpeg = await halves(400, 300).jpeg().toBuffer();
    for (const bytes of [
      Buffer.from('this is no picture, whatever it is called'),
      jpeg.subarray(0, 200),
      Buffer.alloc(0),
    ]) {
      await expect(keep(bytes)).rejects.toMatchObject({ code: 'photo-unreadable' });
    }
  });

  it('of another kind is refused by its content, whatever it is called: SVG, GIF, TIFF, AVIF', async () => {
    const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="40" height="40"/>');
    for (const bytes of [
      svg,
      await halves().gif().toBuffer(),
      await halves().tiff().toBuffer(),
      await halves().avif().toBuffer(),
    ])
      await expect(keep(bytes)).rejects.toMatchObject({ code: 'photo-unreadable' });
  });

  it('that claims 17 000 by 17 000 pixels, interlaced, 16 bits deep, is refused by its header alone', async () => {
    const png = pngHeader(17_000, 17_000);
    const memory = process.memoryUsage().rss;
    await expect(keep(png)).rejects.toMatchObject({
      code: 'photo-too-large',
      message: expect.stringContaining('289 million pixels'),
    });
    // Its pixels would take 2.3 GB. The aim is 50 MB; three times that is let pass, since memory is given back late.
    expect(process.memoryUsage().rss - memory).toBeLessThan(150 * 1024 * 1024);
    await expect(keep(pngHeader(7000, 7142))).rejects.toMatchObject({ code: 'photo-unreadable' });
  });

  it('is converted two at a time, off the event loop', async () => {
    const bytes = await sharp({
      create: {
        width: 1600,
        height: 1200,
        channels: 3,
        background: '#4c6372',
        noise: { type: 'gaussian', mean: 128, sigma: 60 },
      },
    })
      .jpeg({ quality: 90 })
      .toBuffer();
    const turns = watchEventLoop();
    await Promise.all(Array.from({ length: 6 }, () => keep(bytes)));
    expect(turns()).toBeGreaterThan(10);
  });

  it('of 40 MB is refused before it is looked at', async () => {
    await expect(keep(Buffer.alloc(40 * 1024 * 1024))).rejects.toMatchObject({ code: 'photo-too-large' });
  });

  it('of a procedure is kept for who may record, and does not stand against throwing its draft away', async () => {
    const bytes = await halves().jpeg().toBuffer();
    const lead = { ...technician, role: 'lead' as const };
    const procedure = await startProcedure(lead, {
      make: 'Brannock',
      model: 'Tarn',
      from: null,
      to: null,
      body: '',
      zone: 'roof',
      side: 'centre',
      width: 500,
      height: 500,
    });
    const owner = { jobNumber: null, procedure };
    const id = await keep(bytes, { owner });
    expect((await readPhoto(HOME, id, 'small')).length).toBeGreaterThan(0);
    await expect(keep(bytes, { id, owner: { jobNumber: null, procedure: 'kite-rear-door' } })).rejects.toMatchObject({
      code: 'photo-differs',
    });
    await expect(keep(bytes, { owner: { jobNumber: null, procedure: 'no-such' } })).rejects.toMatchObject({
      code: 'procedure-unknown',
    });
    await expect(
      keepPhoto({ ...technician, role: 'trainee' }, { id: randomUUID(), owner, bytes, sha256: digest(bytes) }),
    ).rejects.toMatchObject({ kind: 'forbidden' });
    await discardDraft(lead, procedure, 1);
    expect((await readPhoto(HOME, id, 'small')).length).toBeGreaterThan(0);
  });

  it('does not take another one’s place, nor a job that there is none of', async () => {
    const id = await keep(await halves().jpeg().toBuffer());
    await expect(keep(await halves(20, 20).jpeg().toBuffer(), { id })).rejects.toMatchObject({ code: 'photo-differs' });
    await expect(
      keep(await halves().jpeg().toBuffer(), { owner: { jobNumber: 999_999, procedure: null } }),
    ).rejects.toMatchObject({
      code: 'job-unknown',
    });
  });
});
