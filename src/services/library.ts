import { SUMMARY_VERSION, type Summary, wordedDiff, type WordedChange } from '../core/telling';
import type { NewProcedureForm } from '../contracts/schemas';
import type { LibraryRowView, ProcedureView } from '../contracts/views';
import { conflict, forbidden, invalid, notFound } from '../core/errors';
import { hasErrors, type CheckResult } from '../core/planning';
import { mirror, turned, mirroredSide, recordedId, type ProcedureDocument } from '../core/document';
import { parseSearch, type Vehicle, zoneName } from '../core/trade';
import {
  dbOf,
  deleteDraft,
  deleteUnapproved,
  findCurrentRevision,
  findDraft,
  findProvenance,
  findRetired,
  findRevision,
  getJob,
  getProcedureRow,
  insertDraft,
  insertProcedure,
  insertRevision,
  keepDraftOrigin,
  keepSummaries,
  listComments,
  listCurrentDocuments,
  listLastDone,
  listStandingDocuments,
  listTitlesInForce,
  listSummaries,
  listVariants,
  listVerifiedOn,
  findSameZone,
  isDraftSavedAs,
  isProcedureId,
  listRevisions,
  searchProcedures,
  transaction,
  updateDraft,
  updateOrigin,
  updateProcedureColumns,
  type Actor,
  type Branch,
  type Db,
  type Draft,
  type DraftSave,
} from '../data';
import { checkKept, errorFields, readAndCheck, summariseAll } from './checking';
import { findingsOn } from './findings';
import { originOf } from './variants';
import { newId } from './new-id';
import { demandOwn } from './own';
import { demand, may } from './permission';
import { demandTesters } from './rehearse/testers';

const SEARCH_LIMIT = 200;

/** Procedures in force, for choosing one: at most 2000. */
export const titlesInForce = (branch: Branch) => listTitlesInForce(dbOf(branch), branch);

/** Procedures for one line of search, in any order of words, each with what a list shows of it. */
export async function searchLibrary(branch: Branch, text: string): Promise<LibraryRowView[]> {
  const db = dbOf(branch);
  const rows = await searchProcedures(db, branch, parseSearch(text), SEARCH_LIMIT);
  const ids = rows.map(({ id }) => id);
  const [summaries, lastDone] = await Promise.all([summariesOf(branch, ids), listLastDone(db, ids)]);
  return rows.map((row) => ({
    ...row,
    summary: summaries.get(row.id) ?? null,
    lastDone: lastDone.get(row.id) ?? null,
  }));
}

/** The summaries of procedures; those that are missing or of another version are worked out once and kept. */
async function summariesOf(branch: Branch, ids: string[]): Promise<ReadonlyMap<string, Summary>> {
  const db = dbOf(branch);
  const kept = await listSummaries(db, ids);
  const missing = ids.filter((id) => kept.get(id)?.version !== SUMMARY_VERSION);
  if (missing.length === 0) return kept;
  const made = await summariseAll(await listStandingDocuments(db, missing));
  if (made.size) await keepSummaries(db, made);
  return new Map([...kept, ...made]);
}

/** Everything the procedure page shows. Throws not-found. */
export async function viewProcedure(branch: Branch, id: string): Promise<ProcedureView> {
  const db = dbOf(branch);
  const [row, current, draft, revisions] = await Promise.all([
    getProcedureRow(db, id),
    findCurrentRevision(db, id),
    findDraft(db, id),
    listRevisions(db, id),
  ]);
  const document = current?.document ?? draft?.document;
  if (!document) throw notFound('procedure-empty', `“${id}” has no draft and no revision.`);
  const [check, found, life] = await Promise.all([
    checkKept(document, current ? `revision ${current.revision}` : `draft ${draft!.version}`),
    findingsOn(branch, id, current?.document ?? null),
    lifeOf(branch, id, draft?.document ?? document),
  ]);
  return { row, document, current, draft, revisions, ...found, ...life, check };
}

/** The people that a procedure's page names, of whatever branch. */
export function creditedIn({ revisions, draft, comments, retired, takenIn }: ProcedureView): string[] {
  const named = [
    ...revisions.flatMap(({ madeBy, approvedBy }) => [madeBy, approvedBy]),
    ...comments.flatMap(({ by, settledBy }) => [by, settledBy]),
    draft?.editedBy,
    draft?.reviewAskedBy,
    retired?.by,
    takenIn?.takenBy,
  ];
  return [...new Set(named.filter((id) => typeof id === 'string'))];
}

/** What became of a procedure, and where it came from. */
async function lifeOf(branch: Branch, id: string, newest: ProcedureDocument) {
  const db = dbOf(branch);
  const [retired, verifiedOn, takenIn, comments, origin, variants] = await Promise.all([
    findRetired(db, id),
    listVerifiedOn(db, id, MOST_VERIFIED),
    findProvenance(db, id),
    listComments(db, id, MOST_COMMENTS),
    originOf(branch, id, newest),
    listVariants(db, id),
  ]);
  return { retired, verifiedOn, takenIn, comments, origin, variants };
}
const [MOST_VERIFIED, MOST_COMMENTS] = [20, 200];

/** What changed between two revisions of a procedure, or since one in its draft, each in a sentence. Throws not-found. */
export async function compareRevisions(
  branch: Branch,
  id: string,
  from: number,
  to: number | 'draft',
): Promise<WordedChange[]> {
  const db = dbOf(branch);
  await getProcedureRow(db, id);
  const [old, next] = await Promise.all([
    findRevision(db, id, from),
    to === 'draft' ? findDraft(db, id) : findRevision(db, id, to),
  ]);
  if (!old || !next)
    throw notFound(
      'no-revision',
      `“${id}” has no ${old ? (to === 'draft' ? 'draft' : `revision ${to}`) : `revision ${from}`}.`,
    );
  return wordedDiff(old.document, next.document);
}

/** What another procedure does otherwise than this one: what stands of each, in sentences. Throws not-found. */
export async function compareProcedures(branch: Branch, id: string, other: string): Promise<WordedChange[]> {
  const db = dbOf(branch);
  const found = new Map((await listStandingDocuments(db, [id, other])).map((document) => [document.id, document]));
  const [a, b] = [id, other].map((one) => {
    const document = found.get(one);
    if (!document) throw notFound('procedure-unknown', `There is no procedure “${one}”.`);
    return document;
  });
  // Two sides of one panel are compared as the same side.
  const sameSide = a.side !== b.side && a.side !== 'centre' && b.side !== 'centre' ? turned(b) : b;
  return wordedDiff(a, { ...sameSide, id: a.id, format: a.format });
}

/** The approved documents that a plan is made of; "kite-rear-door@right" asks for the other side of one. Throws not-found where one has no revision in force. */
export async function approvedDocuments(
  branch: Branch,
  ids: string[],
): Promise<{ document: ProcedureDocument; revision: number }[]> {
  const db = dbOf(branch);
  const found = await listCurrentDocuments(db, [...new Set(ids.map(recordedId))]);
  return [...new Set(ids)].map((asked) => {
    const id = recordedId(asked);
    const current = found.get(id);
    if (current === undefined) throw notFound('procedure-unknown', `There is no procedure “${id}”.`);
    if (!current)
      throw conflict(
        'not-approved',
        'This procedure is still a draft: a lead has to publish it before it can be planned.',
      );
    const wantsOther = asked !== id && mirroredSide(asked) !== current.document.side;
    return { document: wantsOther ? mirror(current.document) : current.document, revision: current.revision };
  });
}

/** Keeps a new procedure as a draft; `from`: the run it was recorded from. Returns its id. */
export async function keepAsDraft(
  by: Actor,
  document: ProcedureDocument,
  from: { run: string; procedure: string } | null = null,
): Promise<string> {
  await transaction(by, async (tx) => {
    await insertProcedure(tx, document, by.id, from);
    await insertDraft(tx, document, by.id);
  });
  return document.id;
}

/** Starts a recording for a job's vehicle from a procedure of a relative: a draft with its own id, for that vehicle only. */
export async function deriveForJob(by: Actor, from: string, job: number): Promise<string> {
  demand(by, 'record');
  const db = dbOf(by);
  const [{ document, revision }] = await approvedDocuments(by.branch, [from]);
  const { vehicle } = await getJob(db, by.branch, job);
  const id = await keepAsDraft(by, forVehicle(document, vehicle, await newId(by.branch, vehicle.model, document.zone)));
  await updateOrigin(db, id, recordedId(from), revision);
  return id;
}

/** A document under an id of its own, for one vehicle only. */
export function forVehicle(document: ProcedureDocument, vehicle: Vehicle, id: string): ProcedureDocument {
  const { make, model, year, body, steering } = vehicle;
  const years = year ? { from: year, to: year } : {};
  return {
    ...document,
    id,
    title: `${make} ${model}, ${zoneName(document.zone)}`,
    applies: [{ make, model, ...years, ...(body ? { body } : {}), steering: steering ?? 'any' }],
  };
}

/** Starts a recording: an empty draft for a vehicle and zone. Returns its id; a taken one gets a number. */
export async function startProcedure(by: Actor, form: NewProcedureForm): Promise<string> {
  demand(by, 'record');
  const db = dbOf(by);
  const same = form.again ? null : await findSameZone(db, form);
  if (same)
    throw conflict(
      'same-zone',
      `“${same.title}” is recorded for this vehicle, zone and side already: open it in the library, or record another one.`,
    );
  const id = await newId(by.branch, form.model, form.zone);
  const document: ProcedureDocument = {
    format: 'pezzo-procedure/1',
    id,
    title: `${form.make} ${form.model}, ${zoneName(form.zone)}${form.again ? ', recorded again' : ''}`,
    applies: [
      {
        make: form.make,
        model: form.model,
        ...(form.from ? { from: form.from } : {}),
        ...(form.to ? { to: form.to } : {}),
        ...(form.body ? { body: form.body } : {}),
        steering: 'any',
      },
    ],
    zone: form.zone,
    side: form.side,
    options: {},
    map: { width: form.width, height: form.height, outline: form.zone },
    parts: [],
    fasteners: [],
    links: [],
    before: [],
    routes: [],
    recordedOrder: [],
    checks: [],
    cautions: [],
    photos: [],
  };
  return keepAsDraft(by, document);
}

/** The document to edit: the draft, else the revision in force as version 0. Looking makes no draft; the first save does. */
export async function readDraft(
  by: Actor,
  id: string,
): Promise<Pick<Draft, 'version' | 'document'> & { madeBy: string | null; inReview: boolean }> {
  demand(by, 'record');
  const db = dbOf(by);
  await demandOwn(db, by, id);
  const draft = await findDraft(db, id);
  if (draft)
    return {
      version: draft.version,
      document: draft.document,
      madeBy: draft.begunBy,
      inReview: draft.reviewAskedAt !== null,
    };
  const current = await findCurrentRevision(db, id);
  if (!current) throw notFound('procedure-unknown', `There is no procedure “${id}”.`);
  return { version: 0, document: current.document, madeBy: null, inReview: false };
}

/**
 * Saves a draft over the version it was edited from; version 0 begins one. Its form must be right, and it must not be too hard to check: both are known
 * before anything is kept. What the checker finds may still stand.
 */
export async function saveDraft(
  by: Actor,
  id: string,
  fromVersion: number,
  text: string,
  save: DraftSave = { id: null, unanswered: [] },
): Promise<{ version: number; check: CheckResult }> {
  demand(by, 'record');
  const { document, check } = await readAndCheck(text);
  if (document.id !== id) throw invalid('wrong-id', 'The draft belongs to another procedure.');
  const version = await transaction(by, async (tx) => {
    await demandOwn(tx, by, id);
    if (fromVersion === 0 && !(await isDraftSavedAs(tx, id, save.unanswered))) await beginDraft(tx, document, by);
    const saved = await updateDraft(tx, document, Math.max(1, fromVersion), by.id, save);
    // Search shows what is in force; a procedure that never was approved is found by its draft.
    if (!(await findCurrentRevision(tx, id))) await updateProcedureColumns(tx, document);
    return saved;
  });
  return { version, check };
}

async function beginDraft(tx: Db, document: ProcedureDocument, by: Actor): Promise<void> {
  if (await findDraft(tx, document.id))
    throw conflict(
      'draft-moved-on',
      'Somebody else began a draft of this procedure in the meantime. Your changes are still here, unsaved.',
    );
  await insertDraft(tx, document, by.id);
}

/** Puts a draft in force as the next revision. Refused while the checker finds errors, or when the draft moved on. */
export async function approveDraft(by: Actor, id: string, version: number, note: string): Promise<number> {
  demand(by, 'approve');
  const db = dbOf(by);
  await demandOwn(db, by, id);
  const asked = await findDraft(db, id);
  if (!asked) throw notFound('no-draft', 'There is no draft to publish.');
  const { remarks } = await checkKept(asked.document, `draft ${asked.version} ${asked.editedAt.toISOString()}`);
  await demandTesters(by, asked);
  return transaction(by, async (tx) => {
    const draft = await findDraft(tx, id);
    if (draft?.version !== version || asked.version !== version)
      throw conflict('draft-moved-on', 'The draft was changed since you looked at it. Look again before publishing.');
    if (hasErrors(remarks))
      throw conflict('has-errors', 'The checker still finds errors; they must go first.', errorFields(remarks));
    const revision = await insertRevision(tx, draft.document, note, draft.editedBy, by.id);
    await updateProcedureColumns(tx, draft.document);
    await keepDraftOrigin(tx, id);
    await deleteDraft(tx, id);
    return revision;
  });
}

/**
 * Throws a draft away; a procedure that never was approved goes with it. Only whoever made it or a lead may, and only the version they saw.
 */
export async function discardDraft(by: Actor, id: string, version: number): Promise<void> {
  demand(by, 'record');
  await transaction(by, async (tx) => {
    await demandOwn(tx, by, id);
    const draft = await findDraft(tx, id);
    if (!draft) throw notFound('no-draft', 'There is no draft to discard.');
    if (draft.begunBy !== by.id && !may(by, 'discard-any'))
      throw forbidden('not-your-draft', 'Only whoever made this draft, or a lead with the password, can discard it.');
    if (draft.version !== version)
      throw conflict(
        'draft-moved-on',
        'The draft was changed since you looked at it. Look again before discarding it.',
      );
    await deleteDraft(tx, id);
    await deleteUnapproved(tx, id);
  });
}

/** Brings in a procedure file as a draft. A new id makes a new procedure; a known one without a draft gets one. */
export async function bringIn(by: Actor, text: string): Promise<{ id: string; check: CheckResult }> {
  demand(by, 'record');
  const { document, check } = await readAndCheck(text);
  await transaction(by, async (tx) => {
    const known = await isProcedureId(tx, document.id);
    if (known && (await findDraft(tx, document.id))) {
      throw conflict('draft-exists', `“${document.id}” is being edited just now: publish or discard that draft first.`);
    }
    if (!known) await insertProcedure(tx, document, by.id);
    await insertDraft(tx, document, by.id);
  });
  return { id: document.id, check };
}
