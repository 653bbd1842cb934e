import type { Readable } from 'node:stream';
import { notFound } from '../../core/errors';
import type { Plan } from '../../core/telling';
import { photoIds, type ProcedureDocument } from '../../core/document';
import {
  dbOf,
  findProvenance,
  getPhoto,
  listKeptPhotos,
  listPublishedIds,
  listRevisionDocuments,
  listVerifiedOn,
  type Actor,
  type Branch,
} from '../../data';
import { doHeavy, TooHard } from '../heavy';
import { demand } from '../permission';
import { chainKinds, readShop, shopCatalogue } from '../shop';
import { documentHash, packArchive, type Packed } from './pack';

/** How long planning one procedure for its archive may take, milliseconds; a file goes out without steps rather than not at all. */
const PLAN_LIMIT_MS = 300;
const HARD_LIMIT_MS = 4000;
const MOST_VEHICLES = 50;

/** Everything about taking a procedure apart and back, or null where that cannot be planned in time. */
export async function planOfAll(document: ProcedureDocument, limitMs = PLAN_LIMIT_MS): Promise<Plan | null> {
  const ownKinds = await chainKinds();
  return doHeavy<Plan | null>('think', 'planAll', { document, ownKinds, limitMs }, HARD_LIMIT_MS).catch(
    (error: unknown) => {
      if (error instanceof TooHard) return null;
      throw error;
    },
  );
}

/**
 * Procedures in force as one zip of open files, packed while it is read; all of them where none is named. Throws not-found where one of those named is not published.
 */
export async function exportArchive(
  by: Actor,
  asked: string[] | null,
  onPacked: (done: number, of: number) => void = () => undefined,
): Promise<{ zip: Readable; count: number }> {
  demand(by, 'take-out');
  const db = dbOf(by);
  const ids = await listPublishedIds(db, asked);
  const missing = asked?.find((id) => !ids.includes(id));
  if (missing) throw notFound('no-revision', `“${missing}” is not a published procedure.`);
  const [{ name }, kinds, catalogue] = await Promise.all([readShop(by.branch), chainKinds(), shopCatalogue()]);
  const zip = packArchive(packed(by.branch, ids, name), { shop: name, kinds, catalogue }, (done) =>
    onPacked(done, ids.length),
  );
  return { zip, count: ids.length };
}

async function* packed(branch: Branch, ids: string[], shop: string): AsyncGenerator<Packed> {
  const db = dbOf(branch);
  for (const id of ids) {
    const revisions = await listRevisionDocuments(db, id);
    const current = revisions.pop();
    if (!current) continue;
    const { document } = current;
    const [from, verified, photos, plan] = await Promise.all([
      findProvenance(db, id),
      listVerifiedOn(db, id, MOST_VEHICLES),
      listKeptPhotos(db, photoIds(document)),
      planOfAll(document),
    ]);
    const here = verified.map(({ vehicle, times }) => ({ vehicle, times }));
    // What came from another shop and was not changed here is still that shop's.
    const isTheirs = from?.at === current.revision;
    yield {
      document,
      provenance: {
        shop: isTheirs ? from.shop : shop,
        revision: isTheirs ? from.revision : current.revision,
        verified: [...here, ...(from?.verified ?? [])].slice(0, MOST_VEHICLES),
      },
      history: revisions.map((one) => documentHash(one.document)),
      plan,
      photos: photos.map((photo) => ({ id: photo, read: () => getPhoto(db, photo, 'picture') })),
    };
  }
}
