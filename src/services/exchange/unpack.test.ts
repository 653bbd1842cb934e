import { buffer } from 'node:stream/consumers';
import type { Readable } from 'node:stream';
import { describe, expect, it } from 'vitest';
import { ZipFile } from 'yazl';
import { PezzoError } from '../../core/errors';
import { Archive } from './unpack';

async function zipOf(files: Record<string, string | Buffer>, mode?: number): Promise<Buffer> {
  const zip = new ZipFile();
  for (const [path, data] of Object.entries(files))
    zip.addBuffer(Buffer.from(data), path, { ...(mode ? { mode } : {}) });
  zip.end();
  return buffer(zip.outputStream as Readable);
}
/** The same archive with a name changed to one of the same length, in both places it stands. */
const renamed = (zip: Buffer, from: string, to: string): Buffer => {
  const text = zip.toString('latin1');
  expect(from.length).toBe(to.length);
  return Buffer.from(text.replaceAll(from, to), 'latin1');
};
const codeOf = (bytes: Buffer): Promise<string> =>
  Archive.open({ bytes }).then(
    (archive) => {
      archive.close();
      return 'opened';
    },
    (error: unknown) => (error as PezzoError).code,
  );

describe('an archive', () => {
  it('is read file by file, no further than it may be', async () => {
    const archive = await Archive.open({ bytes: await zipOf({ 'a/b.txt': 'hello', 'big.txt': 'x'.repeat(5000) }) });
    expect((await archive.read('a/b.txt', 100)).toString()).toBe('hello');
    await expect(archive.read('big.txt', 100)).rejects.toMatchObject({ code: 'archive-too-large' });
    await expect(archive.read('none', 100)).rejects.toMatchObject({ code: 'archive-incomplete' });
    archive.close();
  });

  it('that is no zip, or half of one, is refused in words', async () => {
    const whole = await zipOf({ 'a.txt': 'x'.repeat(3000) });
    expect(await codeOf(Buffer.from('not a zip'))).toBe('archive-broken');
    expect(await codeOf(Buffer.alloc(0))).toBe('archive-broken');
    for (const share of [0.2, 0.5, 0.9])
      expect(await codeOf(whole.subarray(0, whole.length * share))).toBe('archive-broken');
  });

  it.each([
    ['zz/evil.txt', '../evil.txt'],
    ['a/zz/evil.txt', 'a/../evil.txt'],
    ['zevil.txt', '/evil.txt'],
    ['zzzevil.txt', 'C:/evil.txt'],
    ['zzzevil.txt', '..\\evil.txt'],
  ])('with %s made %s would land outside, and is refused', async (from, to) => {
    expect(await codeOf(renamed(await zipOf({ [from]: 'x' }), from, to))).toBe('archive-unsafe');
  });

  it('with a link, with a file twice, or locked is refused', async () => {
    expect(await codeOf(await zipOf({ link: '/etc/passwd' }, 0o120777))).toBe('archive-unsafe');
    expect(await codeOf(renamed(await zipOf({ 'a.txt': '1', 'b.txt': '2' }), 'b.txt', 'a.txt'))).toBe('archive-unsafe');
    const locked = await zipOf({ 'a.txt': 'secret' });
    // General purpose flag, bit 0, in the table of contents (APPNOTE.TXT 4.4.4).
    const at = locked.indexOf(Buffer.from([0x50, 0x4b, 0x01, 0x02]));
    locked[at + 8] |= 1;
    expect(await codeOf(locked)).toBe('archive-unsafe');
  });

  it('that was made to fill a disk is refused before anything of it is unpacked', async () => {
    expect(await codeOf(await zipOf({ 'bomb.json': Buffer.alloc(80 * 1024 * 1024) }))).toBe('archive-unsafe');
  });

  it('that says a file is smaller than it is fails where it is read', async () => {
    const zip = await zipOf({ 'a.txt': 'x'.repeat(10_000) });
    const at = zip.indexOf(Buffer.from([0x50, 0x4b, 0x01, 0x02]));
    zip.writeUInt32LE(100, at + 24);
    const archive = await Archive.open({ bytes: zip });
    await expect(archive.read('a.txt', 5000)).rejects.toMatchObject({ code: 'archive-broken' });
    archive.close();
  });
});
