import { buffer } from 'node:stream/consumers';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { demoNames, demoProcedure } from '@tests/support/demo';
import { procedures } from '@tests/support/generate-procedure';
import { readManifest, readProcedureText } from '../../contracts/schemas';
import { BASE_CATALOGUE } from '../../core/trade';
import type { ProcedureDocument } from '../../core/document';
import { documentHash, packArchive, sha256 } from './pack';
import { Archive } from './unpack';

async function* packed(documents: ProcedureDocument[]) {
  for (const document of documents)
    yield { document, provenance: { shop: '', revision: null, verified: [] }, history: [], plan: null, photos: [] };
}
const pack = (documents: ProcedureDocument[]) =>
  buffer(packArchive(packed(documents), { shop: 'A', kinds: [], catalogue: BASE_CATALOGUE }));
async function unpack(bytes: Buffer): Promise<ProcedureDocument[]> {
  const archive = await Archive.open({ bytes });
  const manifest = readManifest((await archive.read('manifest.json', 1e8)).toString('utf8'));
  for (const [path, hash] of Object.entries(manifest.files)) expect(sha256(await archive.read(path, 1e8))).toBe(hash);
  const documents: ProcedureDocument[] = [];
  for (const { folder, sha256: hash } of manifest.items) {
    const read = readProcedureText((await archive.read(`${folder}/procedure.json`, 1e8)).toString('utf8'));
    if (!read.ok) throw new Error(read.remarks[0].message);
    expect(documentHash(read.document)).toBe(hash);
    documents.push(read.document);
  }
  archive.close();
  return documents;
}

it('what goes into an archive comes out as it was: every demo procedure', async () => {
  const all = demoNames().map(demoProcedure);
  expect(await unpack(await pack(all))).toEqual(all);
});

it('what goes into an archive comes out as it was: generated procedures', () =>
  fc.assert(
    fc.asyncProperty(procedures(), async (document) => {
      expect(await unpack(await pack([document]))).toEqual([document]);
    }),
    { numRuns: 40 },
  ));

it('fails where a procedure cannot be read, rather than leave it out', async () => {
  async function* broken() {
    yield* packed([demoProcedure('kite-rear-door')]);
    throw new Error('the database is away');
  }
  const stream = packArchive(broken(), { shop: '', kinds: [], catalogue: BASE_CATALOGUE });
  await expect(buffer(stream)).rejects.toThrow('the database is away');
});
