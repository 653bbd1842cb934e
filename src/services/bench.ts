import type { BenchResultForm, PairForm } from '../contracts/schemas';
import type { BenchResultView, MountView, SkinView } from '../contracts/views';
import { dampDoorOf } from '../core/bench';
import { conflict, invalid } from '../core/errors';
import { indexItems, itemWords, recordedId, withPair } from '../core/document';
import {
  dbOf,
  findDraft,
  getJob,
  insertBenchResult,
  listBenchResults,
  listMeasured,
  listOpenJobs,
  lockLog,
  transaction,
  type Actor,
  type Branch,
} from '../data';
import { approvedDocuments, saveDraft } from './library';
import { demand } from './permission';

/** Open jobs that results can be kept on. */
const MOST_JOBS = 200;

/** Where speakers sit, as measured on doors that are published. */
export async function mountsKnown(branch: Branch): Promise<MountView[]> {
  const db = dbOf(branch);
  const documents = await listMeasured(db);
  return documents.flatMap((document) => {
    const index = indexItems(document);
    return (document.mounts ?? []).map((mount) => ({
      procedure: document.id,
      title: document.title,
      vehicle: document.applies[0] ? `${document.applies[0].make} ${document.applies[0].model}` : document.title,
      side: document.side,
      of: itemWords(index, mount.of),
      mount,
      pair: document.pairs?.find((pair) => pair.of === mount.of) ?? null,
    }));
  });
}

/** Jobs that results of the bench can be kept on. */
export const jobsAtTheBench = (branch: Branch) => listOpenJobs(dbOf(branch), branch, MOST_JOBS);

/** Keeps what was worked out on its job. Throws not-found; a conflict where the vehicle was given back. */
export async function keepBenchResult(by: Actor, jobNumber: number, form: BenchResultForm): Promise<void> {
  demand(by, 'follow');
  await transaction(by, async (tx) => {
    const job = await getJob(tx, by.branch, jobNumber);
    if ((await lockLog(tx, job.visit)).isClosed)
      throw conflict('given-back', 'This vehicle was given back. Open a new job for it.');
    await insertBenchResult(tx, {
      ...form,
      jobNumber,
      why: form.why ?? null,
      about: form.about ?? null,
      keptBy: by.id,
    });
  });
}

/** What was worked out for a job, the latest first. */
export async function benchResultsOf(branch: Branch, jobNumber: number): Promise<BenchResultView[]> {
  const db = dbOf(branch);
  const rows = await listBenchResults(db, jobNumber);
  return rows.map(({ id, tool, said, standing, why, keptBy, keptAt }) => ({
    id,
    tool,
    said,
    standing,
    why,
    by: keptBy,
    at: keptAt.toISOString(),
  }));
}

/** The flat skin of a published zone, to be damped. Throws not-found, `invalid` where nothing of it is drawn. */
export async function skinOf(branch: Branch, procedure: string): Promise<SkinView> {
  const [{ document }] = await approvedDocuments(branch, [procedure]);
  const door = dampDoorOf(document);
  if (!door)
    throw invalid(
      'not-drawn',
      `Nothing of “${document.title}” is drawn that could be damped: draw its panel or shield.`,
    );
  const { width, height } = document.map;
  return { ...door, procedure: document.id, title: document.title, side: document.side, width, height };
}

/** Writes into a procedure's draft which wire of a speaker's pair is plus, and how that was found; a draft is begun where there is none. Throws not-found, a conflict where somebody else just changed it. */
export async function writePair(by: Actor, { procedure, of, plus, minus, verified, job }: PairForm): Promise<void> {
  demand(by, 'record');
  const db = dbOf(by);
  const id = recordedId(procedure);
  const draft = await findDraft(db, id);
  const document = draft?.document ?? (await approvedDocuments(by.branch, [id]))[0].document;
  if (!document.parts.some((part) => part.id === of))
    throw invalid('no-place', 'That speaker is not part of the procedure any more.');
  const found = {
    of,
    plus: { colour: plus },
    minus: { colour: minus },
    verified: verified.map((one) => ({ ...one, ...(job ? { job } : {}) })),
  };
  await saveDraft(by, id, draft?.version ?? 0, JSON.stringify(withPair(document, found)));
}
