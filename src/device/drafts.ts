import { v4 as uuid } from 'uuid';
import { editBetween, type DraftEdit, type ProcedureDocument } from '../core/document';
import { deviceName, nextSequence } from './device';
import { deleteDrafts, readStoredDraft, storeDraftBase, storeDraftEdit, type DraftBase } from './store';

/*
 * Drafts on this device are logs of edits over what the server has. Each edit is written twice: at once to the storage that a
 * page may leave behind it the same instant, and to the one that outlives the browser; reading takes what either has.
 */

export type { DraftBase } from './store';

/** A draft as this device has it: what it was edited from, and the edits that are not in it. */
export interface KeptDraft {
  base: DraftBase;
  edits: DraftEdit[];
}

const PREFIX = 'draft ';
/** Whose draft of what, as it is kept. */
export const draftPlace = (person: string, procedure: string) => `${PREFIX}${person} ${procedure}`;
const editKey = (place: string, id: string) => `${place} edit ${id}`;

/** The stamp of this device's next edit. */
export function stampEdit(): Omit<DraftEdit, 'changes'> {
  const seq = nextSequence();
  return { id: uuid(), lamport: seq, device: deviceName(), seq };
}

/** Keeps an edit on this device before anything else happens with it. Resolves once it would survive the end of the browser. */
export async function keepDraftEdit(place: string, edit: DraftEdit): Promise<void> {
  putAtHand(editKey(place, edit.id), edit);
  await storeDraftEdit(place, edit);
}

/** Keeps what the draft is edited from now; edits that are in it need not be kept any more. */
export async function keepDraftBase(base: DraftBase): Promise<void> {
  putAtHand(base.place, base);
  for (const id of base.included) localStorage.removeItem(editKey(base.place, id));
  await storeDraftBase(base);
}

/** What this device has of a draft; null where it has nothing. */
export async function readDraft(place: string): Promise<KeptDraft | null> {
  const stored = await readStoredDraft(place).catch(() => ({ base: undefined, edits: [] }));
  const atHand = readAtHand(place);
  const bases = [atHand.base, stored.base].filter((base) => base !== undefined);
  const base = bases.sort((a, b) => b.version - a.version)[0];
  if (!base) return null;
  const included = new Set(bases.flatMap((one) => one.included));
  const edits = new Map([...stored.edits, ...atHand.edits].map((edit) => [edit.id, edit]));
  return { base, edits: [...edits.values()].filter(({ id }) => !included.has(id)) };
}

/** Forgets a draft and what was done to it. */
export async function forgetDraft(place: string): Promise<void> {
  for (const key of keysAtHand()) if (key === place || key.startsWith(`${place} edit `)) localStorage.removeItem(key);
  await deleteDrafts((one) => one === place);
}

/** Forgets drafts of which the server has everything. */
export async function forgetSavedDrafts(): Promise<void> {
  const keys = keysAtHand();
  const isEdited = (place: string) => keys.some((key) => key.startsWith(`${place} edit `));
  const edited = new Set(keys.filter(isEdited));
  for (const place of keys)
    if (!place.includes(' edit ') && !edited.has(place) && 'included' in (parse(place) ?? {}))
      localStorage.removeItem(place);
  await deleteDrafts((place, hasEdits) => !hasEdits && !edited.has(place));
}

const keysAtHand = () => Object.keys(localStorage).filter((key) => key.startsWith(PREFIX));

function readAtHand(place: string): { base?: DraftBase; edits: DraftEdit[] } {
  const kept = parse(place);
  const edits = keysAtHand()
    .filter((key) => key.startsWith(`${place} edit `))
    .map((key) => parse(key) as DraftEdit | null)
    .filter((edit) => edit !== null);
  if (!kept) return { edits };
  return 'included' in kept ? { base: kept as DraftBase, edits } : readWhole(place, kept as KeptWhole);
}

/** How drafts were kept before 0.3.1: the whole document after each edit, with what it was edited from. */
interface KeptWhole {
  version: number;
  document: ProcedureDocument;
  unanswered?: string[];
  base?: ProcedureDocument;
}

function readWhole(place: string, { version, document, unanswered = [], base = document }: KeptWhole) {
  const edit = editBetween(base, document, { ...stampEdit(), id: `${place} ${version}` });
  return { base: { place, version, document: base, unanswered, included: [] }, edits: edit ? [edit] : [] };
}

function putAtHand(key: string, value: unknown): void {
  try {
    localStorage.setItem(key, JSON.stringify(value));
  } catch {
    // No room there: the other storage has it, and the page warns before it is left.
  }
}

function parse(key: string): object | null {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null') as object | null;
  } catch {
    return null;
  }
}
