import { createHash } from 'node:crypto';
import { PassThrough, Readable } from 'node:stream';
import Papa from 'papaparse';
import { ZipFile } from 'yazl';
import { numbersOf, withoutEvidence, sceneOf, sceneSvg, layersOf, type ProcedureDocument } from '../../core/document';
import {
  ARCHIVE_FORMAT,
  fastenerTable,
  howTo,
  kindsUsed,
  readmeText,
  stableText,
  type ArchiveItem,
  type Manifest,
  type Provenance,
  type Table,
  wiresOf,
} from '../../core/exchange';
import type { Catalogue, OwnKind } from '../../core/trade';
import type { Plan } from '../../core/telling';

/** A procedure to be packed. */
export interface Packed {
  document: ProcedureDocument;
  provenance: Provenance;
  /** Hashes of what it was before, oldest first. */
  history: string[];
  /** What all of it takes, both ways; null where that could not be planned. */
  plan: Plan | null;
  photos: { id: string; read: () => Promise<Buffer> }[];
}

/** One moment for all files: what is packed twice is the same archive. */
const MTIME = new Date('2000-01-01T00:00:00Z');

export const sha256 = (data: Buffer | string): string => createHash('sha256').update(data).digest('hex');
/** The hash a document is known by, whatever order its keys are in and whoever tested it: evidence stays with the vehicle it was seen on. */
export const documentHash = (document: ProcedureDocument): string => sha256(stableText(withoutEvidence(document)));

export const csvOf = ({ columns, rows }: Table): string =>
  `${Papa.unparse({ fields: columns, data: rows }, { escapeFormulae: true })}\r\n`;

/** The table of wires of a procedure. */
export const wireTable = (document: ProcedureDocument): Table => ({
  columns: ['procedure', 'item', 'connector', 'cavity', 'colour', 'function', 'polarity', 'how', 'sure'],
  rows: wiresOf(document).map((one) => [
    one.procedure,
    one.item,
    one.connector,
    one.cavity,
    one.colour,
    one.function,
    one.polarity,
    one.how.join(', '),
    one.sure === null ? null : Math.round(one.sure * 100) / 100,
  ]),
});

/** The panel as it stands assembled, as an SVG to scale. */
export const mapSvg = (document: ProcedureDocument, catalogue: Catalogue): string =>
  sceneSvg(sceneOf(document, layersOf(document), 0, numbersOf(document), catalogue));

/**
 * Packs procedures one after another into a zip as it is read: never more than one is held. `onPacked` is told after each. The stream fails where an item cannot be read.
 */
export function packArchive(
  items: AsyncIterable<Packed>,
  { shop, kinds, catalogue }: { shop: string; kinds: readonly OwnKind[]; catalogue: Catalogue },
  onPacked: (done: number) => void = () => undefined,
): Readable {
  const zip = new ZipFile();
  const out = new PassThrough();
  (zip.outputStream as Readable).on('error', (error) => out.destroy(error)).pipe(out);
  const files: Record<string, string> = {};
  const listed: ArchiveItem[] = [];
  const photosIn = new Set<string>();
  const used = new Map<string, OwnKind>();
  const iterator = items[Symbol.asyncIterator]();

  const add = (path: string, data: Buffer, isPacked = false) => {
    files[path] = sha256(data);
    zip.addBuffer(data, path, { mtime: MTIME, compress: !isPacked });
  };
  const addLast = (path: string, data: Buffer) => {
    files[path] = sha256(data);
    // The next one is read only once this one is written.
    zip.addReadStreamLazy(path, { mtime: MTIME }, (give) => {
      give(null, Readable.from([data]));
      next().catch((error: Error) => out.destroy(error));
    });
  };
  const next = async () => {
    const { done, value } = await iterator.next();
    if (out.destroyed) return;
    if (done) return finish();
    const { document, provenance, history, plan, photos } = value;
    const folder = `procedures/${document.id}`;
    for (const { id, read } of photos) {
      if (photosIn.has(id)) continue;
      photosIn.add(id);
      add(`photos/${id}.jpg`, await read(), true);
    }
    for (const kind of kindsUsed(document, kinds)) used.set(kind.code, kind);
    const text = Buffer.from(`${JSON.stringify(document, null, 1)}\n`, 'utf8');
    add(`${folder}/procedure.json`, text);
    add(`${folder}/fasteners.csv`, Buffer.from(csvOf(fastenerTable(document, numbersOf(document), catalogue)), 'utf8'));
    add(`${folder}/map.svg`, Buffer.from(mapSvg(document, catalogue), 'utf8'));
    if (plan) add(`${folder}/howto.jsonld`, Buffer.from(`${JSON.stringify(howTo(document, plan), null, 1)}\n`, 'utf8'));
    listed.push({
      id: document.id,
      title: document.title,
      folder,
      provenance,
      history,
      sha256: documentHash(document),
      photos: photos.map(({ id }) => id),
    });
    addLast(`${folder}/wires.csv`, Buffer.from(csvOf(wireTable(document)), 'utf8'));
    onPacked(listed.length);
  };
  const finish = () => {
    const about = { shop, items: listed };
    add('README.txt', Buffer.from(readmeText(about), 'utf8'));
    const manifest: Manifest = { format: ARCHIVE_FORMAT, ...about, kinds: [...used.values()], files };
    const text = Buffer.from(`${JSON.stringify(manifest, null, 1)}\n`, 'utf8');
    const sums = Object.entries({ ...files, 'manifest.json': sha256(text) });
    zip.addBuffer(text, 'manifest.json', { mtime: MTIME });
    const lines = sums.map(([path, hash]) => `${hash}  ${path}\n`).join('');
    zip.addBuffer(Buffer.from(lines, 'utf8'), 'checksums.txt', { mtime: MTIME });
    zip.end();
  };
  next().catch((error: Error) => out.destroy(error));
  return out;
}
