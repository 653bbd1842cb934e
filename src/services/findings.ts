import type { DecideForm } from '../contracts/schemas';
import type { DecisionView, ProposalView } from '../contracts/views';
import { placeMeasured } from '../core/bench';
import { hasErrors } from '../core/planning';
import { conflict, notFound } from '../core/errors';
import { applyChanges, asOption, readItemKey, recordedId, type ProcedureDocument } from '../core/document';
import { effectOf, effectWords, proposalsFor, withProposals, type BayFinding, type Proposal } from '../core/bay';
import { listed } from '../core/trade';
import { wordChanges, wordedDiff } from '../core/telling';
import {
  dbOf,
  findCurrentRevision,
  findDraft,
  insertDecisions,
  insertRevision,
  listDecisions,
  listOpenFindings,
  listPeople,
  listPhotosOfItems,
  transaction,
  updateDraft,
  updateProcedureColumns,
  type Actor,
  type Db,
  type OpenFindingRow,
  type Branch,
} from '../data';
import { checkKept, errorFields } from './checking';
import { troublesOf } from './experience';
import { demandOwn } from './own';
import { demand } from './permission';

/** Findings looked at together. */
const MOST_FINDINGS = 500;
const MOST_DECISIONS = 30;
const [MOST_PHOTOS, MOST_SHOWN_PHOTOS] = [500, 6];

/** What the bay and the bench ask of a published procedure, grouped, each with what it would change; and what was decided lately. Empty while it is only a draft. */
export const proposalsOf = async (branch: Branch, id: string): ReturnType<typeof findingsOn> =>
  findingsOn(branch, id, (await findCurrentRevision(dbOf(branch), id))?.document ?? null);

/** The same for a document that is read already; null while there is none in force. */
export async function findingsOn(
  branch: Branch,
  id: string,
  document: ProcedureDocument | null,
): Promise<{ proposals: ProposalView[]; decisions: DecisionView[] }> {
  const db = dbOf(branch);
  const [rows, decisions, troubles, photos] = await Promise.all([
    document ? listOpenFindings(db, document.id, MOST_FINDINGS) : [],
    listDecisions(db, id, MOST_DECISIONS),
    troublesOf(branch, [id]),
    listPhotosOfItems(db, id, MOST_PHOTOS),
  ]);
  const { troubles: all, runs } = troubles.get(id)!;
  const runOf = new Map(rows.map((row) => [row.id, row.run]));
  const evidence = ({ item, findings }: Proposal) => {
    const its = new Set(findings.map((one) => runOf.get(one.id)));
    return photos.filter((one) => its.has(one.run) && readItemKey(one.item)?.item === item).map(({ photo }) => photo);
  };
  return {
    proposals: document
      ? proposalsFor(document, rows.map(findingOf)).map((one) => ({
          ...viewOf(document, one),
          ofRuns: runs.length,
          photos: evidence(one).slice(0, MOST_SHOWN_PHOTOS),
        }))
      : [],
    decisions: decisions.map(({ items, ...one }) => {
      const own = new Set(items.flatMap((key) => readItemKey(key ?? '')?.item ?? []));
      const isTaken = one.revision !== null && own.size > 0;
      return {
        ...one,
        at: one.at.toISOString(),
        effect: isTaken ? effectWords(effectOf(own, one.revision!, all, runs)) : null,
      };
    }),
  };
}

const openProposals = async (tx: Db, document: ProcedureDocument): Promise<Proposal[]> =>
  proposalsFor(document, (await listOpenFindings(tx, document.id, MOST_FINDINGS)).map(findingOf));

/** A finding without its place in the database: which item, what was said, what it changes. */
function findingOf(row: OpenFindingRow): BayFinding {
  const { id, fact, about, said, tool, given, person, at, jobNumber } = row;
  const base = { id, person, job: jobNumber, at: at.toISOString() };
  const item = (key: string | undefined | null) => readItemKey(key ?? '')?.item ?? null;
  if (fact?.type === 'stuck') return { ...base, item: item(fact.culprit || fact.item), text: fact.words, missed: true };
  if (fact?.type === 'broken')
    return { ...base, item: item(fact.item), text: `${fact.count} broke.`, broke: fact.count };
  if (fact?.type === 'extra') {
    const { holds, kind, drive, count, point } = fact;
    return { ...base, item: holds, text: '', extra: { holds, kind, drive, count, point } };
  }
  if (fact?.type === 'asFound')
    return { ...base, item: item(fact.item), text: fact.difference, ...(fact.change ? { change: fact.change } : {}) };
  if (fact?.type === 'finding') return { ...base, item: item(fact.item), text: fact.text };
  const measured = tool && given ? placeMeasured(tool, given) : null;
  return { ...base, item: item(about), text: said ?? '', ...(measured ? { measured } : {}) };
}

const viewOf = (
  document: ProcedureDocument,
  { key, item, findings, changes, standing }: Proposal,
): Omit<ProposalView, 'ofRuns' | 'photos'> => ({
  key,
  item,
  standing,
  text: findings[0].text,
  isQuoted: changes.some(({ to }) => to === findings[0].text),
  sentences: wordChanges(changes, document, applyChanges(document, changes)).map(({ sentence }) => sentence),
  findings: findings.map(({ id, person, job, at }) => ({ id, person, job, at })),
});

/**
 * Decides about findings of a procedure: accepted ones make a new revision with what changed and who found it, and are taken into a draft that is under way; others are kept as true of that
 * vehicle only, or rejected with the reason. Throws a conflict where somebody else decided first, or where the checker finds errors in what would come of it.
 */
export async function decideFindings(
  by: Actor,
  procedure: string,
  form: DecideForm,
): Promise<{ revision: number | null }> {
  demand(by, 'approve');
  const db = dbOf(by);
  const id = recordedId(procedure);
  const current = await findCurrentRevision(db, id);
  if (!current) throw notFound('no-revision', `“${id}” was never published.`);
  if (form.seen && form.seen !== current.revision) throw movedOn();
  const chosen = await chosenOf(db, current.document, form.findings);
  const asked = withProposals(current.document, chosen, form.only ?? null);
  const next = form.option ? asOption(current.document, asked, form.option) : asked;
  const isAccepted = form.decision === 'accepted' || form.decision === 'option';
  if (isAccepted) {
    await demandOwn(db, by, id);
    const { remarks } = await checkKept(next, `with findings ${form.findings.join(' ')}`);
    if (hasErrors(remarks))
      throw conflict(
        'has-errors',
        'The checker finds errors in what would come of it: edit it by hand.',
        errorFields(remarks),
      );
  }
  const names = new Map((await listPeople(db)).map((person) => [person.id, person.name]));
  return transaction(by, async (tx) => {
    const standing = await findCurrentRevision(tx, id);
    if (standing?.revision !== current.revision) throw movedOn();
    const revision = isAccepted ? await publish(tx, by, current.document, next, chosen, names) : null;
    const kept = await insertDecisions(tx, {
      findings: form.findings,
      procedure: id,
      decision: form.decision,
      reason: form.reason ?? null,
      revision,
      by: by.id,
    });
    if (kept < form.findings.length)
      throw conflict('already-decided', 'Somebody else has just decided about this finding. Look again.');
    return { revision };
  });
}

const movedOn = () =>
  conflict('moved-on', 'Another revision was published in the meantime. Look again before deciding.');

/** The open proposals that hold the findings. Throws a conflict where one is not open any more. */
async function chosenOf(tx: Db, document: ProcedureDocument, findings: string[]): Promise<Proposal[]> {
  const wanted = new Set(findings);
  const chosen = (await openProposals(tx, document)).filter((one) => one.findings.some(({ id }) => wanted.has(id)));
  const open = new Set(chosen.flatMap((one) => one.findings.map(({ id }) => id)));
  if (findings.some((id) => !open.has(id)))
    throw conflict('already-decided', 'Somebody else has just decided about this finding. Look again.');
  return chosen;
}

async function publish(
  tx: Db,
  by: Actor,
  document: ProcedureDocument,
  next: ProcedureDocument,
  chosen: Proposal[],
  names: Map<string, string>,
): Promise<number> {
  const found = chosen.flatMap(({ findings }) => findings);
  const who = [...new Set(found.map(({ person }) => names.get(person) ?? person))];
  const jobs = [...new Set(found.map(({ job }) => String(job)))];
  const changes = wordedDiff(document, next);
  const note =
    `${changes.map(({ sentence }) => sentence).join(' ')} Found by ${listed(who)} on job ${listed(jobs)}.`.slice(
      0,
      MOST_NOTE,
    );
  const revision = await insertRevision(tx, next, note, found[0].person, by.id);
  await updateProcedureColumns(tx, next);
  const draft = await findDraft(tx, next.id);
  // A draft under way would otherwise undo it when it is published.
  if (draft)
    await updateDraft(tx, applyChanges(draft.document, changes), draft.version, by.id, {
      id: null,
      unanswered: [],
    });
  return revision;
}
const MOST_NOTE = 1000;
