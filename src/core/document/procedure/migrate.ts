import { conflict } from '../../errors';
import type { ProcedureDocument } from './types';

/** The version of the format this program writes; older stored documents are migrated when they are read. */
const VERSION = 1;

/** Steps from one version to the next, by the version they start from. Version 1 is the first, so there is none yet. */
const STEPS: Record<number, (document: StoredDocument) => StoredDocument> = {};

/** A document as some version of this program stored it. */
export type StoredDocument = { format: string } & Record<string, unknown>;

/** Reads a stored document, whatever version wrote it. @throws PezzoError `document-too-new` where a newer program did. */
export function readDocument(
  stored: StoredDocument | ProcedureDocument,
  steps = STEPS,
  target = VERSION,
): ProcedureDocument {
  let document = stored as StoredDocument;
  for (let version = versionOf(document); version !== target; version = versionOf(document)) {
    const step = steps[version];
    if (!step)
      throw conflict('document-too-new', 'A newer version of Pezzo wrote this procedure. Update this one to open it.');
    document = { ...step(document), format: `pezzo-procedure/${version + 1}` };
  }
  return document as unknown as ProcedureDocument;
}

const versionOf = ({ format }: StoredDocument) => Number(/^pezzo-procedure\/(\d+)$/.exec(format)?.[1] ?? Number.NaN);
