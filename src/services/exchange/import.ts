import { readManifest } from '../../contracts/schemas';
import { hasErrors } from '../../core/planning';
import { conflict, invalid, PezzoError, unavailable } from '../../core/errors';
import {
  type ArchiveItem,
  fromWords,
  type ImportedItem,
  importState,
  type Manifest,
  type Standing,
  unknownKinds,
} from '../../core/exchange';
import { BASE_CATALOGUE, type Catalogue, extendCatalogue, findFastenerKind, type OwnKind } from '../../core/trade';
import { asHearsay, photoIds, type ProcedureDocument } from '../../core/document';
import {
  dbOf,
  findDraft,
  findPhotoMark,
  getProcedureRow,
  getShop,
  insertDraft,
  insertPhoto,
  insertProcedure,
  insertProvenance,
  insertRevision,
  isProcedureId,
  listRevisionDocuments,
  transaction,
  updateProcedureColumns,
  updateShopSettings,
  type Actor,
  type Branch,
  type Db,
} from '../../data';
import { readAndCheck } from '../checking';
import { demand } from '../permission';
import { convertedPhoto } from '../photos';
import { chainKinds } from '../shop';
import { documentHash, sha256 } from './pack';
import { Archive, type ArchiveSource } from './unpack';

/** How large a file of an archive may be, bytes. */
const [MANIFEST, PROCEDURE, PHOTO] = [64 * 1024 ** 2, 6 * 1024 ** 2, 25 * 1024 ** 2];

export interface ImportOptions {
  /** Only says what would happen. */
  dryRun: boolean;
  signal?: AbortSignal;
  onDone?: (done: number, of: number) => void;
}

export interface ImportAnswer {
  shop: string;
  items: ImportedItem[];
  /** Own kinds of the other shop that this one has not. */
  kinds: string[];
}

/**
 * Takes an archive of procedures in, or says what would happen: new ones and newer ones are put in force as they come, one that went on differently becomes a draft beside ours; the rest is left as it is. All of it in one transaction, a procedure at a time. Throws
 * `invalid` in words where the archive is damaged, unsafe or from a newer version: then nothing is taken in. `cancelled` once `signal` says so.
 */
export async function importArchive(
  by: Actor,
  source: ArchiveSource,
  { dryRun, signal, onDone = () => undefined }: ImportOptions,
): Promise<ImportAnswer> {
  demand(by, 'approve');
  const db = dbOf(by);
  const leave = enter(by);
  const archive = await Archive.open(source).catch((error: unknown) => {
    leave();
    throw error;
  });
  try {
    if (!archive.has('manifest.json'))
      throw invalid(
        'not-an-archive',
        'This is no archive of procedures: it has no manifest.json. Nothing was taken in.',
      );
    const manifest = readManifest((await archive.read('manifest.json', MANIFEST)).toString('utf8'));
    const known = await knownKinds(manifest);
    const work = async (tx: Db) => {
      const items: ImportedItem[] = [];
      for (const item of manifest.items) {
        if (signal?.aborted) throw unavailable('cancelled', 'Stopped. Nothing was changed.');
        items.push(await takeIn(tx, by, archive, manifest, item, known, dryRun));
        onDone(items.length, manifest.items.length);
      }
      if (!dryRun && known.added.length) await addKinds(tx, by.branch, known.added);
      return items;
    };
    const items = dryRun ? await work(db) : await transaction(by, work, 'read committed');
    return { shop: manifest.shop, items, kinds: known.added.map(({ name }) => name) };
  } finally {
    archive.close();
    leave();
  }
}

/** Who takes an archive in just now: one of each person, few in all, since each holds a connection to the database until its end. */
const inside = new Set<string>();
const MOST_AT_ONCE = 2;

function enter(by: Actor): () => void {
  if (inside.has(by.id)) throw unavailable('busy', 'Another archive of yours is being read. Wait until it is in.');
  if (inside.size >= MOST_AT_ONCE)
    throw unavailable('busy', 'Other archives are being read just now. Nothing was changed; try again.');
  inside.add(by.id);
  return () => void inside.delete(by.id);
}

interface KnownKinds {
  /** Own kinds of the archive that neither every shop nor this one knows. */
  added: OwnKind[];
  /** What this shop knows with them. */
  catalogue: Catalogue;
}

async function knownKinds({ kinds }: Manifest): Promise<KnownKinds> {
  const own = await chainKinds();
  const ours = extendCatalogue(BASE_CATALOGUE, own);
  const added = kinds.filter(({ code }) => !findFastenerKind(ours, code));
  return { added, catalogue: extendCatalogue(BASE_CATALOGUE, [...own, ...added]) };
}

async function addKinds(tx: Db, branch: Branch, kinds: OwnKind[]): Promise<void> {
  const { settings } = await getShop(tx, branch);
  const own = (settings.ownKinds ?? []) as OwnKind[];
  await updateShopSettings(tx, branch, { ...settings, ownKinds: [...own, ...kinds] });
}

async function takeIn(
  tx: Db,
  by: Actor,
  archive: Archive,
  manifest: Manifest,
  item: ArchiveItem,
  { added, catalogue }: KnownKinds,
  dryRun: boolean,
): Promise<ImportedItem> {
  const about = { id: item.id, title: item.title };
  const read = await readItem(archive, manifest, item, added);
  if ('why' in read) return { ...about, state: 'unreadable', why: read.why };
  const { document, isFaulty } = read;
  const unknown = unknownKinds(document, (kind) => !!findFastenerKind(catalogue, kind));
  const standing = await standingOf(tx, document.id);
  const elsewhere = await isElsewhere(tx, by, document.id, standing);
  if (elsewhere) return { ...about, state: 'conflicting', why: elsewhere };
  const said = importState({ ...item, sha256: documentHash(document) }, standing, unknown);
  const asDraft = said.state === 'conflicting' || (isFaulty && (said.state === 'new' || said.state === 'newer'));
  const why = asDraft && isFaulty ? `${said.why} The checker finds errors in it: it comes in as a draft.` : said.why;
  if (asDraft && standing?.draft)
    return {
      ...about,
      state: 'conflicting',
      why: `${why} It is being edited just now: publish or discard that draft first.`,
    };
  if (!dryRun && ['new', 'newer', 'conflicting'].includes(said.state)) {
    // What another shop tested was tested on its vehicles.
    const isOwn = item.provenance.shop !== '' && item.provenance.shop === (await getShop(tx, by.branch)).name;
    await keep(tx, by, isOwn ? document : asHearsay(document), item, asDraft);
    await keepPhotos(tx, by, archive, manifest, document);
  }
  return { ...about, state: said.state, why };
}

/** A procedure of an archive, read and checked; or why it cannot be read. Throws where the archive itself is damaged. */
async function readItem(
  archive: Archive,
  manifest: Manifest,
  { id, folder }: ArchiveItem,
  kinds: OwnKind[],
): Promise<{ document: ProcedureDocument; isFaulty: boolean } | { why: string }> {
  const bytes = await whole(archive, manifest, `${folder}/procedure.json`, PROCEDURE);
  try {
    const { document, check } = await readAndCheck(bytes.toString('utf8'), kinds);
    return document.id === id
      ? { document, isFaulty: hasErrors(check.remarks) }
      : { why: `It says it is “${id}” and holds “${document.id}”.` };
  } catch (error) {
    if (error instanceof PezzoError && error.kind === 'invalid') return { why: error.message };
    throw error;
  }
}

/** A file as the archive says it is. Throws `invalid` where it is not. */
async function whole(archive: Archive, { files }: Manifest, path: string, limit: number): Promise<Buffer> {
  const bytes = await archive.read(path, limit);
  if (sha256(bytes) !== files[path])
    throw invalid(
      'archive-damaged',
      `“${path}” is not what the archive says it is: it was damaged or changed. Nothing was taken in.`,
    );
  return bytes;
}

/** Why a procedure cannot come in under its id: another branch of the chain has it. Ids are the chain's. */
async function isElsewhere(tx: Db, by: Actor, id: string, standing: Standing | null): Promise<string | null> {
  const isOurs =
    standing === null ? !(await isProcedureId(tx, id)) : (await getProcedureRow(tx, id)).branch === by.branch;
  return isOurs ? null : 'Another branch has a procedure of this id. It is left as it is.';
}

async function standingOf(tx: Db, id: string): Promise<Standing | null> {
  const [revisions, draft] = [await listRevisionDocuments(tx, id), await findDraft(tx, id)];
  if (revisions.length === 0 && !draft) return null;
  return {
    revisions: revisions.map(({ document }) => documentHash(document)),
    draft: draft ? documentHash(draft.document) : null,
  };
}

async function keep(
  tx: Db,
  by: Actor,
  document: ProcedureDocument,
  item: ArchiveItem,
  asDraft: boolean,
): Promise<void> {
  if (!(await isProcedureId(tx, document.id))) await insertProcedure(tx, document, by.id);
  if (asDraft) {
    await insertDraft(tx, document, by.id);
    return insertProvenance(tx, document.id, 0, item.provenance, by.id);
  }
  const revision = await insertRevision(tx, document, fromWords(item.provenance), by.id, by.id);
  await updateProcedureColumns(tx, document);
  await insertProvenance(tx, document.id, revision, item.provenance, by.id);
}

/** The pictures a procedure names, each turned into a plain JPEG again, whatever came. */
async function keepPhotos(
  tx: Db,
  by: Actor,
  archive: Archive,
  manifest: Manifest,
  document: ProcedureDocument,
): Promise<void> {
  for (const id of photoIds(document)) {
    const path = `photos/${id}.jpg`;
    if (!archive.has(path) || (await findPhotoMark(tx, id))) continue;
    const photo = await convertedPhoto(await whole(archive, manifest, path, PHOTO)).catch((error: unknown) => {
      throw error instanceof PezzoError && error.kind === 'invalid'
        ? conflict(
            'photo-unreadable',
            `A photo of “${document.title}” cannot be read: ${error.message} Nothing was taken in.`,
          )
        : error;
    });
    await insertPhoto(tx, { id, jobNumber: null, procedure: document.id, ...photo, receivedFrom: by.id });
  }
}
