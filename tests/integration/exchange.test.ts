import { spawnSync } from 'node:child_process';
import { randomUUID, createHash } from 'node:crypto';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ZipFile } from 'yazl';
import type { Readable } from 'node:stream';
import { demoProcedure } from '../support/demo';
import { freshDatabase } from '../support/database';
import { kiteShop } from '../support/kite-shop';
import { makeShop } from '../support/shop';
import {
  approveDraft,
  Archive,
  bringIn,
  exportArchive,
  importArchive,
  keepPhoto,
  readDraft,
  readShop,
  saveDraft,
  viewProcedure,
} from '@/services';
import { HOME, dbOf, getPool, type Actor } from '@/data';
import type { Manifest } from '@/core/exchange';

const db = dbOf(HOME);

type People = Record<'owner' | 'lead' | 'technician' | 'trainee', Actor>;
let drop: () => Promise<void>;
let people: People;
let archive: Buffer;
const photo = randomUUID();

const packed = async (by: Actor, ids: string[] | null = null) => buffer((await exportArchive(by, ids)).zip);
const states = async (by: Actor, bytes: Buffer, dryRun = false) =>
  (await importArchive(by, { bytes }, { dryRun })).items.map(({ id, state }) => [id, state]);
const change = async (by: Actor, note: string) => {
  const { version, document } = await readDraft(by, 'kite-rear-door');
  const next = { ...document, parts: document.parts.map((part, n) => (n === 0 ? { ...part, note } : part)) };
  const saved = await saveDraft(by, 'kite-rear-door', version, JSON.stringify(next));
  return approveDraft(by, 'kite-rear-door', saved.version, note);
};
/** The archive with some of its files changed; checksums are made to fit. */
async function changed(change_: (files: Map<string, Buffer>, manifest: Manifest) => void): Promise<Buffer> {
  const open = await Archive.open({ bytes: archive });
  const manifest = JSON.parse((await open.read('manifest.json', 1e8)).toString()) as Manifest;
  const files = new Map<string, Buffer>();
  for (const path of Object.keys(manifest.files)) files.set(path, await open.read(path, 1e8));
  open.close();
  change_(files, manifest);
  const zip = new ZipFile();
  for (const [path, data] of files) {
    if (path in manifest.files) manifest.files[path] = createHash('sha256').update(data).digest('hex');
    zip.addBuffer(data, path);
  }
  zip.addBuffer(Buffer.from(JSON.stringify(manifest)), 'manifest.json');
  zip.end();
  return buffer(zip.outputStream as Readable);
}

beforeAll(async () => {
  ({ drop, people } = await kiteShop());
  const bytes = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#888' } })
    .jpeg()
    .toBuffer();
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  await keepPhoto(people.lead, { id: photo, owner: { jobNumber: null, procedure: 'kite-rear-door' }, bytes, sha256 });
  const { version, document } = await readDraft(people.lead, 'kite-rear-door');
  const next = { ...document, parts: document.parts.map((part, n) => (n ? part : { ...part, photos: [photo] })) };
  const saved = await saveDraft(people.lead, 'kite-rear-door', version, JSON.stringify(next));
  await approveDraft(people.lead, 'kite-rear-door', saved.version, 'with a picture');
  await bringIn(people.lead, JSON.stringify(demoProcedure('tarn-front-door')));
  await approveDraft(people.lead, 'tarn-front-door', 1, 'first');
  archive = await packed(people.lead);
});
afterAll(() => drop());

describe('an archive', () => {
  it('is the same whenever it is packed, and all of it is there already where it comes from', async () => {
    expect((await packed(people.lead)).equals(archive)).toBe(true);
    expect(await states(people.lead, archive)).toEqual([
      ['kite-rear-door', 'same'],
      ['tarn-front-door', 'same'],
    ]);
    expect((await viewProcedure(HOME, 'kite-rear-door')).row.revision).toBe(2);
  });

  it('names what is not published, and is for those who may record', async () => {
    await expect(packed(people.lead, ['nothing'])).rejects.toMatchObject({ kind: 'not-found' });
    await expect(packed(people.trainee)).rejects.toMatchObject({ kind: 'forbidden' });
    await expect(states(people.technician, archive)).rejects.toMatchObject({ kind: 'forbidden' });
  });

  it.each<[string, (files: Map<string, Buffer>, manifest: Manifest) => void]>([
    ['archive-newer', (_, manifest) => Object.assign(manifest, { format: 'pezzo-archive/2' })],
    ['not-an-archive', (_, manifest) => Object.assign(manifest, { items: 'none' })],
    ['archive-incomplete', (files) => files.delete('procedures/kite-rear-door/procedure.json')],
    ['photo-unreadable', (files) => files.set(`photos/${photo}.jpg`, Buffer.from('<script>alert(1)</script>'))],
  ])('that is %s is refused and nothing of it is kept', async (code, break_) => {
    const other = await another();
    try {
      const bytes = await changed(break_);
      await expect(states(other.people.lead, bytes)).rejects.toMatchObject({ code });
      expect((await db.query('select 1 from procedures')).rows).toEqual([]);
    } finally {
      await other.back();
    }
  });

  it('that was changed on the way is refused', async () => {
    const bytes = await changed((files, manifest) => {
      files.set('procedures/kite-rear-door/procedure.json', Buffer.from('{}'));
      manifest.files = { ...manifest.files };
      delete manifest.files['procedures/kite-rear-door/procedure.json'];
    });
    await expect(states(people.lead, bytes)).rejects.toMatchObject({ code: 'archive-damaged' });
  });

  it('with a procedure of a newer format, or one that is none, takes in the others and says why not', async () => {
    const other = await another();
    try {
      const bytes = await changed((files) =>
        files.set('procedures/kite-rear-door/procedure.json', Buffer.from('{"format":"pezzo-procedure/9"}')),
      );
      const { items } = await importArchive(other.people.lead, { bytes }, { dryRun: false });
      expect(items.map(({ id, state }) => [id, state])).toEqual([
        ['kite-rear-door', 'unreadable'],
        ['tarn-front-door', 'new'],
      ]);
      expect(items[0].why).not.toBe('');
    } finally {
      await other.back();
    }
  });

  it('is taken in by another shop as it is, with its pictures, kinds and where it comes from; twice changes nothing', async () => {
    const own = { code: 'barb-clip', like: 'push-clip', name: 'barb clip', plural: 'barb clips' };
    const bytes = await changed((files, manifest) => {
      const path = 'procedures/tarn-front-door/procedure.json';
      const tarn = JSON.parse(files.get(path)!.toString()) as { fasteners: { kind: string }[] };
      tarn.fasteners[0].kind = own.code;
      files.set(path, Buffer.from(JSON.stringify(tarn)));
      manifest.kinds = [own];
    });
    const before = (await viewProcedure(HOME, 'kite-rear-door')).document;
    const other = await another();
    try {
      expect(await states(other.people.lead, bytes, true)).toEqual([
        ['kite-rear-door', 'new'],
        ['tarn-front-door', 'new'],
      ]);
      expect((await db.query('select 1 from procedures')).rows).toEqual([]);
      await states(other.people.lead, bytes);
      const view = await viewProcedure(HOME, 'kite-rear-door');
      expect(view.document).toEqual(before);
      expect(view.takenIn).toMatchObject({ shop: 'Test shop', revision: 2, at: 1 });
      expect((await readShop(HOME)).settings.ownKinds).toEqual([own]);
      expect((await db.query('select 1 from photos where id = $1', [photo])).rows).toHaveLength(1);
      expect(await states(other.people.lead, bytes)).toEqual([
        ['kite-rear-door', 'same'],
        ['tarn-front-door', 'same'],
      ]);
      // Handed on unchanged, it is still the first shop's.
      expect(await manifestOf(await packed(other.people.lead))).toMatchObject({
        items: [{ provenance: { shop: 'Test shop', revision: 2 } }, {}],
      });
    } finally {
      await other.back();
    }
  });

  it('tells newer from older, and what went on differently becomes a draft beside ours', async () => {
    const mine = await packed(people.lead, ['kite-rear-door']);
    await change(people.lead, 'look under the mat');
    const later = await packed(people.lead, ['kite-rear-door']);
    expect(await states(people.lead, mine)).toEqual([['kite-rear-door', 'older']]);
    const other = await another();
    try {
      await states(other.people.lead, mine);
      expect(await states(other.people.lead, later)).toEqual([['kite-rear-door', 'newer']]);
      await change(other.people.lead, 'theirs');
    } finally {
      await other.back();
    }
    await change(people.lead, 'mine again');
    const third = await packed(people.lead, ['kite-rear-door']);
    await other.enter();
    try {
      expect(await states(other.people.lead, third)).toEqual([['kite-rear-door', 'conflicting']]);
      const view = await viewProcedure(HOME, 'kite-rear-door');
      const draft = await readDraft(other.people.lead, 'kite-rear-door');
      expect([view.document.parts[0].note, draft.document.parts[0].note]).toEqual(['theirs', 'mine again']);
      // The draft is in the way of another one: said, nothing lost.
      const again = await importArchive(other.people.lead, { bytes: third }, { dryRun: false });
      expect(again.items[0].why).toContain('edited just now');
    } finally {
      await other.back();
    }
  });

  it('is looked at and taken in from the command line just so', async () => {
    const file = join(mkdtempSync(join(tmpdir(), 'pezzo-import-')), 'a.zip');
    writeFileSync(file, archive);
    const cli = (...args: string[]) => {
      const env = { ...process.env, DATABASE_URL: process.env.PEZZO_TEST_OWNER_URL };
      const { status, stdout, stderr } = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/pezzo.ts', ...args], {
        env,
        encoding: 'utf8',
      });
      return { status, stdout, stderr };
    };
    const other = await another();
    try {
      const dry = cli('import', file, '--dry-run', '--json');
      expect([dry.status, JSON.parse(dry.stdout)]).toEqual([
        0,
        {
          items: [
            {
              id: 'kite-rear-door',
              state: 'new',
              why: expect.stringContaining('From Test shop, revision 2') as string,
            },
            { id: 'tarn-front-door', state: 'new', why: expect.any(String) as string },
          ],
        },
      ]);
      expect((await db.query('select 1 from procedures')).rows).toEqual([]);
      expect(cli('import', file).stdout).toMatch(/^kite-rear-door {2}new/);
      expect((await viewProcedure(HOME, 'kite-rear-door')).row.revision).toBe(1);
      const out = join(file, '..', 'b.zip');
      expect(cli('export', '--procedure', 'kite-rear-door', '--out', out).status).toBe(0);
      expect(JSON.parse(cli('import', out, '--dry-run', '--json').stdout)).toMatchObject({
        items: [{ state: 'same' }],
      });
      writeFileSync(file, archive.subarray(0, 500));
      const half = cli('import', file, '--json');
      expect([half.status, JSON.parse(half.stdout).items]).toEqual([1, []]);
      expect(cli('export', '--procedure', 'nothing', '--out', out).status).toBe(1);
    } finally {
      await other.back();
    }
  });

  it('stops where it is cancelled and leaves nothing behind', async () => {
    const other = await another();
    try {
      const stop = new AbortController();
      const work = importArchive(
        other.people.lead,
        { bytes: archive },
        { dryRun: false, signal: stop.signal, onDone: () => stop.abort() },
      );
      await expect(work).rejects.toMatchObject({ code: 'cancelled' });
      expect((await db.query('select 1 from procedures')).rows).toEqual([]);
    } finally {
      await other.back();
    }
  });
});

const manifestOf = async (bytes: Buffer) => {
  const open = await Archive.open({ bytes });
  const text = (await open.read('manifest.json', 1e8)).toString();
  open.close();
  return JSON.parse(text) as Manifest;
};

/** Another shop with nothing in its library, in a database of its own; `back` goes on with the first one. */
async function another(): Promise<{ people: People; back: () => Promise<void>; enter: () => Promise<void> }> {
  const first = process.env.DATABASE_URL!;
  const leave = async () => {
    await getPool().end();
    delete (globalThis as { pezzoPool?: unknown }).pezzoPool;
  };
  await leave();
  await freshDatabase();
  const second = process.env.DATABASE_URL!;
  const go = async (url: string) => {
    await leave();
    process.env.DATABASE_URL = url;
  };
  return { people: await makeShop(), back: () => go(first), enter: () => go(second) };
}
