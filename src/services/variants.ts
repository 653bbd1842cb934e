import type { VariantForm } from '../contracts/schemas';
import type { OriginView } from '../contracts/views';
import { conflict, notFound } from '../core/errors';
import { asHearsay, mergeProcedures, mirror, type ProcedureDocument } from '../core/document';
import { zoneName } from '../core/trade';
import { conflictWords, wordedDiff } from '../core/telling';
import {
  dbOf,
  findCurrentRevision,
  findDraft,
  findOrigin,
  findRevision,
  insertDraft,
  insertProcedure,
  transaction,
  updateDraft,
  updateDraftOrigin,
  updateOrigin,
  type Actor,
  type Db,
  type Branch,
} from '../data';
import { newId } from './new-id';
import { demandOwn } from './own';
import { demand } from './permission';

/** What makes a variant itself: never taken from its origin. */
const OWN = ['format', 'id', 'title', 'applies', 'zone', 'side'] as const;
const withOwn = (document: ProcedureDocument, of: ProcedureDocument): ProcedureDocument => ({
  ...document,
  ...(Object.fromEntries(OWN.map((field) => [field, of[field]])) as Pick<ProcedureDocument, (typeof OWN)[number]>),
});

/** Derives a procedure for another year, body, zone or side: a draft of its own that remembers what it came from. Returns its id. Throws not-found where that is not published. */
export async function deriveVariant(by: Actor, from: string, form: VariantForm): Promise<string> {
  demand(by, 'record');
  const db = dbOf(by);
  const origin = await findCurrentRevision(db, from);
  if (!origin) throw notFound('no-revision', `“${from}” is not a published procedure.`);
  const [range] = origin.document.applies;
  const document = variantOf(
    origin.document,
    form,
    await newId(by.branch, form.model ?? range.model, form.zone ?? origin.document.zone),
  );
  await transaction(by, async (tx) => {
    await insertProcedure(tx, document, by.id);
    await insertDraft(tx, document, by.id);
    await updateOrigin(tx, document.id, from, origin.revision);
  });
  return document.id;
}

function variantOf(origin: ProcedureDocument, form: VariantForm, id: string): ProcedureDocument {
  const [range] = origin.applies;
  const isOther = form.side && form.side !== origin.side && origin.side !== 'centre';
  const there = isOther ? mirror(origin) : asHearsay(origin);
  const { from = range.from, to = range.to, body = range.body } = form;
  const make = form.make ?? range.make;
  const model = form.model ?? range.model;
  const zone = form.zone ?? origin.zone;
  return {
    ...there,
    id,
    title: `${make} ${model}, ${zoneName(zone)}${from && from !== range.from ? `, from ${from}` : ''}${body && body !== range.body ? `, ${body}` : ''}`,
    zone,
    side: there.side,
    applies: [
      {
        make,
        model,
        ...(from ? { from } : {}),
        ...(to ? { to } : {}),
        ...(body ? { body } : {}),
        steering: range.steering ?? 'any',
      },
    ],
  };
}

/** What a variant was derived from, what differs from it by now, and what has changed there since; null for one that was recorded by itself. */
export async function originOf(branch: Branch, id: string, document: ProcedureDocument): Promise<OriginView | null> {
  const db = dbOf(branch);
  const origin = await findOrigin(db, id);
  if (!origin) return null;
  const [base, theirs] = await both(db, origin, document);
  const offered = base && theirs ? wordedDiff(base, theirs) : [];
  return {
    id: origin.id,
    title: origin.title,
    taken: origin.taken,
    current: origin.current,
    isRetired: origin.isRetired,
    differs: base ? wordedDiff(base, document) : [],
    offered,
  };
}

/** Its origin as it was when the variant last took something from it, and as it is now, both as the variant would have them. */
async function both(
  tx: Db,
  { id, taken, current }: { id: string; taken: number; current: number },
  variant: ProcedureDocument,
): Promise<(ProcedureDocument | null)[]> {
  const revisions = [await findRevision(tx, id, taken), await findRevision(tx, id, current)];
  return revisions.map((one) => {
    if (!one) return null;
    const isOther = one.document.side !== variant.side && variant.side !== 'centre';
    return withOwn(isOther ? mirror(one.document) : asHearsay(one.document), variant);
  });
}

/** Takes over what has changed in a variant's origin, into its draft; where the variant went its own way it stays so, and that is named. Throws a conflict where there is nothing to take. */
export async function takeFromOrigin(by: Actor, id: string): Promise<{ version: number; conflicts: string[] }> {
  demand(by, 'record');
  return transaction(by, async (tx) => {
    await demandOwn(tx, by, id);
    const origin = await findOrigin(tx, id);
    if (!origin || origin.taken === origin.current)
      throw conflict('nothing-new', 'Nothing has changed in what it was derived from.');
    const [draft, current] = [await findDraft(tx, id), await findCurrentRevision(tx, id)];
    const mine = draft?.document ?? current?.document;
    if (!mine) throw notFound('procedure-empty', `“${id}” has no draft and no revision.`);
    const [base, theirs] = await both(tx, origin, mine);
    if (!base || !theirs) throw conflict('nothing-new', 'What it was derived from is not there any more.');
    const { document, conflicts } = mergeProcedures(base, mine, theirs);
    if (!draft) await insertDraft(tx, mine, by.id);
    const version = await updateDraft(tx, document, draft?.version ?? 1, by.id, { id: null, unanswered: [] });
    await updateDraftOrigin(tx, id, origin.current);
    return { version, conflicts: conflicts.map((one) => conflictWords(mine, one)) };
  });
}
