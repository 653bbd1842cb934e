import type { NewProcedureForm, ProcedureRowView, ProcedureView } from '../contracts';
import { readProcedure, readProcedureText } from '../contracts';
import { conflict, invalid, notFound } from '../core/errors';
import { checkProcedure, hasErrors, type CheckResult, type Finding } from '../core/procedure/check';
import { mirror, mirroredSide, recordedId, type ProcedureDocument } from '../core/procedure';
import { parseSearch, zoneName } from '../core/vehicle';
import {
  db, deleteDraft, deleteUnapproved, findCurrentRevision, findDraft, getJob, getProcedureRow, insertDraft, insertProcedure, insertRevision,
  isProcedureId, listFindings, listRevisions, searchProcedures, transaction, updateDraft, updateProcedureColumns, type Draft, type Person,
} from '../data';
import { demand } from './permission';
import { shopCatalogue } from './shop';

const SEARCH_LIMIT = 200;
const FINDINGS_SHOWN = 50;

/** Procedures for one line of search, in any order of words. */
export const searchLibrary = (text: string): Promise<ProcedureRowView[]> => searchProcedures(db, parseSearch(text), SEARCH_LIMIT);

/** Everything the procedure page shows. Throws not-found. */
export async function viewProcedure(id: string): Promise<ProcedureView> {
  const [row, current, draft, revisions, findings] = await Promise.all([
    getProcedureRow(db, id), findCurrentRevision(db, id), findDraft(db, id), listRevisions(db, id), listFindings(db, id, FINDINGS_SHOWN),
  ]);
  const document = current?.document ?? draft?.document;
  if (!document) throw notFound('procedure-empty', `“${id}” has neither draft nor revision.`);
  return { row, document, current, draft, revisions, findings, check: checkProcedure(document, await shopCatalogue()) };
}

/** The approved documents that a plan is made of; "kite-rear-door@right" asks for the other side of one. Throws not-found where one has no revision in force. */
export async function approvedDocuments(ids: string[]): Promise<{ document: ProcedureDocument; revision: number }[]> {
  return Promise.all([...new Set(ids)].map(async (asked) => {
    const id = recordedId(asked);
    await getProcedureRow(db, id);
    const current = await findCurrentRevision(db, id);
    if (!current) throw conflict('not-approved', 'This procedure is still a draft: a lead has to approve it before it is planned.');
    const wantsOther = asked !== id && mirroredSide(asked) !== current.document.side;
    return { document: wantsOther ? mirror(current.document) : current.document, revision: current.revision };
  }));
}

const slug = (text: string) => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase().replace(/[^a-z0-9]+/g, '-').replace(/^-+|-+$/g, '');

/** An id for a new procedure that nobody has yet. */
async function newId(model: string, zone: string): Promise<string> {
  const base = (slug(`${model}-${zone}`) || 'procedure').slice(0, 70);
  let id = base;
  for (let n = 2; await isProcedureId(db, id); n += 1) id = `${base}-${n}`;
  return id;
}

async function keepAsDraft(by: Person, document: ProcedureDocument): Promise<string> {
  await transaction(async (tx) => {
    await insertProcedure(tx, document, by.id);
    await insertDraft(tx, document, by.id);
  });
  return document.id;
}

/** Starts a recording for a job's vehicle from a procedure of a relative: a draft with its own id, for that vehicle only. */
export async function deriveForJob(by: Person, from: string, job: number): Promise<string> {
  demand(by, 'record');
  const [[{ document }], { vehicle }] = await Promise.all([approvedDocuments([from]), getJob(db, job)]);
  const { make, model, year, body, steering } = vehicle;
  return keepAsDraft(by, {
    ...document, id: await newId(model, document.zone), title: `${make} ${model}, ${zoneName(document.zone)}`,
    applies: [{ make, model, ...(year ? { from: year, to: year } : {}), ...(body ? { body } : {}), steering: steering ?? 'any' }],
  });
}

/** Starts a recording: an empty draft for a vehicle and zone. Returns its id; a taken one gets a number. */
export async function startProcedure(by: Person, form: NewProcedureForm): Promise<string> {
  demand(by, 'record');
  const id = await newId(form.model, form.zone);
  const document: ProcedureDocument = {
    format: 'pezzo-procedure/1', id, title: `${form.make} ${form.model}, ${zoneName(form.zone)}`,
    applies: [{
      make: form.make, model: form.model, ...(form.from ? { from: form.from } : {}), ...(form.to ? { to: form.to } : {}),
      ...(form.body ? { body: form.body } : {}), steering: 'any',
    }],
    zone: form.zone, side: form.side, options: {}, map: { width: form.width, height: form.height, outline: form.zone },
    parts: [], fasteners: [], links: [], before: [], routes: [], recordedOrder: [], checks: [], cautions: [], photos: [],
  };
  return keepAsDraft(by, document);
}

/** The draft to edit, made from the revision in force where there is none yet. */
export async function openDraft(by: Person, id: string): Promise<Draft> {
  demand(by, 'record');
  return transaction(async (tx) => {
    const draft = await findDraft(tx, id);
    if (draft) return draft;
    const current = await findCurrentRevision(tx, id);
    if (!current) throw notFound('procedure-unknown', `There is no procedure “${id}”.`);
    await insertDraft(tx, current.document, by.id);
    return (await findDraft(tx, id))!;
  });
}

/** Saves a draft over the version it was edited from. Its form must be right; what the checker finds may still stand. */
export async function saveDraft(by: Person, id: string, fromVersion: number, value: unknown): Promise<{ version: number; check: CheckResult }> {
  demand(by, 'record');
  const document = formOrThrow(readProcedure(value));
  if (document.id !== id) throw invalid('wrong-id', 'The draft belongs to another procedure.');
  const version = await transaction(async (tx) => {
    await getProcedureRow(tx, id);
    const saved = await updateDraft(tx, document, fromVersion, by.id);
    // Search shows what is in force; a procedure that never was approved is found by its draft.
    if (!(await findCurrentRevision(tx, id))) await updateProcedureColumns(tx, document);
    return saved;
  });
  return { version, check: checkProcedure(document, await shopCatalogue()) };
}

/** Puts a draft in force as the next revision. Refused while the checker finds errors, or when the draft moved on. */
export async function approveDraft(by: Person, id: string, version: number, note: string): Promise<number> {
  demand(by, 'approve');
  return transaction(async (tx) => {
    const draft = await findDraft(tx, id);
    if (!draft) throw notFound('no-draft', 'There is no draft to approve.');
    if (draft.version !== version) throw conflict('draft-moved-on', 'The draft was changed since you looked at it. Look again before approving.');
    const { findings } = checkProcedure(draft.document, await shopCatalogue());
    if (hasErrors(findings)) throw conflict('has-errors', 'The checker still finds errors; they must go first.', asFields(findings));
    const revision = await insertRevision(tx, draft.document, note, draft.editedBy, by.id);
    await updateProcedureColumns(tx, draft.document);
    await deleteDraft(tx, id);
    return revision;
  });
}

/** Throws a draft away; a procedure that never was approved goes with it. */
export async function discardDraft(by: Person, id: string): Promise<void> {
  demand(by, 'record');
  await transaction(async (tx) => {
    await getProcedureRow(tx, id);
    await deleteDraft(tx, id);
    await deleteUnapproved(tx, id);
  });
}

/** Brings in a procedure file as a draft. A new id makes a new procedure; a known one without a draft gets one. */
export async function bringIn(by: Person, text: string): Promise<{ id: string; check: CheckResult }> {
  demand(by, 'record');
  const document = formOrThrow(readProcedureText(text));
  await transaction(async (tx) => {
    const known = await isProcedureId(tx, document.id);
    if (known && (await findDraft(tx, document.id))) {
      throw conflict('draft-exists', `“${document.id}” is being edited just now: approve or discard that draft first.`);
    }
    if (!known) await insertProcedure(tx, document, by.id);
    await insertDraft(tx, document, by.id);
  });
  return { id: document.id, check: checkProcedure(document, await shopCatalogue()) };
}

const asFields = (findings: Finding[]) =>
  findings.filter((finding) => finding.level === 'error').map((finding) => ({ place: finding.items.join(', '), message: finding.message }));

function formOrThrow(read: ReturnType<typeof readProcedure>): ProcedureDocument {
  if (read.ok) return read.document;
  throw invalid('procedure-form', read.findings.map((finding) => finding.message).slice(0, 5).join(' '), asFields(read.findings));
}
