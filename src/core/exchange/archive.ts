import type { OwnKind } from '../trade';
import { itemsOf, type ProcedureDocument } from '../document';

/** The version of archives that this program writes and the newest it reads. */
export const ARCHIVE_FORMAT = 'pezzo-archive/1';

/** Where a procedure comes from. */
export interface Provenance {
  /** The shop that has it from its own work. */
  shop: string;
  revision: number | null;
  /** Vehicles that a run was finished on, with how often; never whose. */
  verified: { vehicle: string; times: number }[];
}

/** One procedure of an archive. */
export interface ArchiveItem {
  id: string;
  title: string;
  /** Its folder in the archive. */
  folder: string;
  provenance: Provenance;
  /** SHA-256 of the documents it had before, oldest first, so that whoever takes it in knows an older one again. */
  history: string[];
  /** SHA-256 of the document itself. */
  sha256: string;
  /** Ids of its photos that the archive holds. */
  photos: string[];
}

/** What an archive holds. */
export interface Manifest {
  format: typeof ARCHIVE_FORMAT;
  shop: string;
  items: ArchiveItem[];
  /** Own kinds of fastener that its procedures use. */
  kinds: OwnKind[];
  /** SHA-256 of every file, by its path. */
  files: Record<string, string>;
}

/** What would happen to a procedure of an archive. */
export type ImportState = 'new' | 'same' | 'newer' | 'older' | 'conflicting' | 'unknown-kinds' | 'unreadable';

/** One procedure of an archive against the shop's library. */
export interface ImportedItem {
  id: string;
  title: string;
  state: ImportState;
  why: string;
}

/** What the library holds of a procedure: hashes of its revisions, oldest first, and of a draft. */
export interface Standing {
  revisions: string[];
  draft: string | null;
}

/** A value as text with its keys in one order, so that equal documents have equal hashes. */
export const stableText = (value: unknown): string =>
  JSON.stringify(value, (_, one: unknown) =>
    one && typeof one === 'object' && !Array.isArray(one)
      ? Object.fromEntries(Object.entries(one).sort(([a], [b]) => (a < b ? -1 : 1)))
      : one,
  );

/** Kinds of fastener that a document uses and nobody knows. */
export const unknownKinds = (document: ProcedureDocument, known: (kind: string) => boolean): string[] => [
  ...new Set(document.fasteners.map(({ kind }) => kind).filter((kind) => !known(kind))),
];

/** Own kinds that a document uses. */
export const kindsUsed = (document: ProcedureDocument, own: readonly OwnKind[]): OwnKind[] => {
  const used = new Set(itemsOf(document).map(({ kind }) => kind));
  return own.filter(({ code }) => used.has(code));
};

/** What happens to a procedure of an archive in a library: whose history holds the other's is the newer one; where neither does, both went on from somewhere. */
export function importState(
  item: Pick<ArchiveItem, 'sha256' | 'history' | 'provenance'>,
  standing: Standing | null,
  unknown: readonly string[],
): { state: ImportState; why: string } {
  if (unknown.length)
    return {
      state: 'unknown-kinds',
      why: `Uses kinds that this shop does not know: ${unknown.join(', ')}. Add them in the settings, then import again.`,
    };
  if (!standing || (standing.revisions.length === 0 && !standing.draft))
    return { state: 'new', why: `Not in this library yet. ${fromWords(item.provenance)}` };
  const current = standing.revisions.at(-1) ?? standing.draft!;
  if (item.sha256 === current) return { state: 'same', why: 'The same as what is in force here.' };
  const seen = standing.revisions.indexOf(item.sha256);
  if (seen >= 0)
    return {
      state: 'older',
      why: `The same as revision ${seen + 1} here; revision ${standing.revisions.length} is in force.`,
    };
  if (item.history.includes(current))
    return { state: 'newer', why: `Goes on from what is in force here. ${fromWords(item.provenance)}` };
  return {
    state: 'conflicting',
    why: 'Both went on from somewhere else: it comes in as a draft beside the one in force, for a lead to compare.',
  };
}

/** "From Saltmarsh Car Audio, revision 3, verified on Velden Kite 2016." */
export function fromWords({ shop, revision, verified }: Provenance): string {
  const on = verified.length
    ? `, verified there on ${verified.map(({ vehicle }) => vehicle).join(', ')}`
    : ', not verified there';
  return `From ${shop || 'a file'}${revision === null ? '' : `, revision ${revision}`}${on}.`;
}

/** What stands in the archive for whoever opens it without this program. */
export const readmeText = ({ shop, items }: Pick<Manifest, 'shop' | 'items'>): string =>
  [
    `Teardown procedures${shop ? ` of ${shop}` : ''}`,
    '',
    `${items.length} ${items.length === 1 ? 'procedure' : 'procedures'}. Each has a folder under procedures/:`,
    '  procedure.json   the procedure itself, format pezzo-procedure/1: lengths in mm, angles in degrees, times in s',
    '  fasteners.csv    every fastener: what it holds, kind, drive, count, length',
    '  wires.csv        plugs and speaker pairs: cavity, colour (IEC 60757), function, polarity, how that is known',
    '  howto.jsonld     the steps both ways as a schema.org HowTo',
    '  map.svg          the panel as it stands assembled, to scale: one unit is one millimetre',
    '',
    'photos/ holds the pictures that procedures name, as JPEG. manifest.json says where each procedure comes from;',
    'checksums.txt has the SHA-256 of every file, as sha256sum reads it.',
    '',
    'What is written here was true of the vehicles it was recorded on. The vehicle maker’s manual and local rules come first,',
    'above all for airbags, batteries, glass and high voltage.',
    '',
  ].join('\n');
