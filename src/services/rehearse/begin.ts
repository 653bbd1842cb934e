import { randomUUID } from 'node:crypto';
import type { RehearseForm } from '../../contracts/schemas';
import { costSettings, type RehearsalView, type RehearseChoices } from '../../contracts/views';
import { conflict, invalid, notFound } from '../../core/errors';
import { seeded } from '../../core/seeded';
import type { PlanRequest, PlanResult } from '../../core/telling';
import { listOptions, recordedId, type ProcedureDocument } from '../../core/document';
import { chooseFaults, type Fault, withFaults } from '../../core/rehearse';
import { capital, titleWithSide } from '../../core/trade';
import {
  dbOf,
  deleteLeftRehearsals,
  findDraft,
  getProcedureRow,
  getRehearsal,
  insertRehearsal,
  listOpenFindings,
  type Actor,
  type StoredSetup,
  type Branch,
} from '../../data';
import { doHeavy, TooHard } from '../heavy';
import { approvedDocuments } from '../library';
import { isLead } from '../permission';
import { chainKinds, readShop } from '../shop';

/** How long the best order of a rehearsal is looked for, and when its planner is stopped, milliseconds. */
const [ORDER_LIMIT_MS, HARD_LIMIT_MS] = [1500, 8000];
/** Findings looked through for what shops really met. */
const MOST_FINDINGS = 60;

/** The document somebody rehearses: what is published, or the draft as it stands. */
async function documentFor(
  by: Actor,
  id: string,
  draft: boolean,
): Promise<{ document: ProcedureDocument; revision: number | null; draftVersion: number | null }> {
  const db = dbOf(by);
  const row = await getProcedureRow(db, recordedId(id));
  // What another branch does not share is not there for us.
  if (!row.isShared && row.branch !== by.branch) throw notFound('procedure-unknown', `There is no procedure “${id}”.`);
  if (!draft) {
    const [{ document, revision }] = await approvedDocuments(by.branch, [id]);
    return { document, revision, draftVersion: null };
  }
  const found = await findDraft(db, id);
  if (!found) throw notFound('no-draft', 'There is no draft to rehearse any more.');
  return { document: found.document, revision: null, draftVersion: found.version };
}

/** What can be chosen before a rehearsal begins. Throws not-found. */
export async function rehearseChoices(by: Actor, id: string, draft: boolean): Promise<RehearseChoices> {
  const { document } = await documentFor(by, id, draft);
  return choicesOf(document, draft);
}

/** What is usually wanted out: a speaker, else the last of the recorded order, else the last part. */
export function choicesOf(document: ProcedureDocument, draft: boolean): RehearseChoices {
  const { parts, recordedOrder = [] } = document;
  const speaker = parts.find(({ kind }) => kind === 'speaker') ?? parts.find(({ kind }) => kind === 'tweeter');
  const last = [...recordedOrder].reverse().find((item) => parts.some(({ id }) => id === item));
  return {
    id: document.id,
    title: titleWithSide(document),
    draft,
    goals: parts.map(({ id, name }) => ({ goal: id, name: capital(name ?? id) })),
    usual: speaker?.id ?? last ?? parts.at(-1)?.id ?? '',
    options: Object.fromEntries(listOptions([document])),
  };
}

/** What runs of a procedure met, as faults a rehearsal can have. */
async function foundFaults(branch: Branch, procedure: string): Promise<Fault[]> {
  const db = dbOf(branch);
  const rows = await listOpenFindings(db, procedure, MOST_FINDINGS);
  return rows.flatMap(({ fact }): Fault[] => {
    if (fact?.type === 'extra' && fact.drive)
      return [{ fault: 'extra', item: `${procedure}/${fact.holds}`, drive: fact.drive }];
    if (fact?.type !== 'asFound' || !fact.item || !fact.change) return [];
    const { drive, missing } = fact.change;
    if (drive) return [{ fault: 'other-drive', item: fact.item, drive }];
    return missing ? [{ fault: 'missing', item: fact.item, pieces: missing }] : [];
  });
}

/** Makes a setup: faults by the seed, and the plan of the vehicle as it then is. Throws `invalid` where there is nothing to plan. */
async function setUp(by: Actor, document: ProcedureDocument, form: RehearseForm, seed: number): Promise<StoredSetup> {
  const [{ settings }, ownKinds, found] = await Promise.all([
    readShop(by.branch),
    chainKinds(),
    form.level === 'faults' ? foundFaults(by.branch, recordedId(document.id)) : [],
  ]);
  const faults = form.level === 'faults' ? chooseFaults(document, seed, found) : [];
  const documents = [withFaults(document, faults)];
  const costs = costSettings(settings.costs);
  const request: PlanRequest = {
    documents,
    goals: form.goals,
    options: form.options,
    order: 'best',
    policy: { schools: settings.schools, costs, srsWaitSeconds: settings.srsWaitSeconds },
  };
  const result = await doHeavy<PlanResult>(
    'think',
    'plan',
    { request, ownKinds, limitMs: ORDER_LIMIT_MS },
    HARD_LIMIT_MS,
  ).catch((error: unknown) => {
    throw error instanceof TooHard
      ? invalid('too-hard', `“${document.title}” is too hard to plan, so it can’t be rehearsed.`)
      : error;
  });
  if (!result.ok) throw invalid(result.problems[0].code, result.problems[0].message);
  const { plan } = result;
  return {
    version: 1,
    documents,
    options: form.options,
    goals: form.goals,
    level: form.level,
    seed,
    bothWays: form.bothWays,
    planned: plan.removal.map(({ key }) => key),
    plannedBack: plan.refit.map(({ key }) => key),
    best: { seconds: plan.cost.seconds, toolChanges: plan.cost.toolChanges },
    faults,
    costs,
    srsWaitSeconds: settings.srsWaitSeconds,
  };
}

/** Begins a rehearsal: its setup is fixed, so that what it comes to can be worked out again from its moves. */
export async function beginRehearsal(by: Actor, form: RehearseForm): Promise<{ id: string }> {
  const db = dbOf(by);
  const { document, revision, draftVersion } = await documentFor(by, form.procedure, form.draft);
  if (document.parts.length === 0)
    throw conflict('nothing-recorded', 'Nothing is recorded of it yet: there is nothing to take apart.');
  const id = randomUUID();
  const seed = Math.floor(seeded(Number.parseInt(id.slice(0, 8), 16))() * 2 ** 31);
  const setup = await setUp(by, document, form, seed);
  await deleteLeftRehearsals(db, by.id);
  await insertRehearsal(db, {
    id,
    branch: by.branch,
    person: by.id,
    procedure: recordedId(document.id),
    revision,
    draftVersion,
    level: form.level,
    setup,
  });
  return { id };
}

/** A rehearsal for its screen: one’s own; a lead may look at what anybody of the branch has finished. Throws not-found. */
export async function viewRehearsal(by: Actor, id: string): Promise<RehearsalView> {
  const db = dbOf(by);
  const [row, ownKinds] = await Promise.all([getRehearsal(db, id), chainKinds()]);
  if (row.person !== by.id && !(row.score && isLead(by) && row.branch === by.branch))
    throw notFound('no-rehearsal', 'There is no such rehearsal.');
  const [document] = row.setup.documents;
  return {
    id,
    title: titleWithSide(document),
    of: row.revision === null ? 'draft' : `revision ${row.revision}`,
    setup: row.setup,
    ownKinds,
    played: row.score && { moves: row.moves ?? [], takenSeconds: row.takenSeconds ?? 0, score: row.score },
    leaveTo: '/rehearse',
  };
}
