import { type BreakRecord, fitBetween, type Paces, pacesOf } from '../core/shop';
import type { ShopHistory } from '../core/planning';
import { lessonOf, type RunEvent } from '../core/bay';
import {
  dbOf,
  finishedMark,
  insertLesson,
  listEventsOf,
  listLessons,
  listUnlearned,
  type LessonRow,
  type Branch,
} from '../data';
import { chainKinds, shopCatalogue } from './shop';

/** Finished runs that the shop's experience is read from. */
const MOST_RUNS = 1000;
/** Runs that are learned from in one go. */
const AT_ONCE = 100;

/** What the shop knows from its finished runs. */
export interface Experience {
  history: ShopHistory;
  paces: Paces;
  lessons: LessonRow[];
}

/** By branch: each learns from its own runs. */
const remembered = new Map<Branch, { mark: string; experience: Experience }>();

/** What the shop's finished runs say of breakage and times; fitted again only when a run was finished since, from what each run taught once. */
export async function shopExperience(branch: Branch): Promise<Experience> {
  const db = dbOf(branch);
  const mark = `${await finishedMark(db)} ${JSON.stringify(await chainKinds())}`;
  const known = remembered.get(branch);
  if (known?.mark === mark) return known.experience;
  await learnFromNew(branch);
  const lessons = await listLessons(db, MOST_RUNS);
  const paces = pacesOf(
    lessons.flatMap(({ work, person, tookSeconds, standardSeconds, leftOut }) =>
      leftOut || person === null ? [] : [{ procedure: work, person, ratio: tookSeconds / standardSeconds }],
    ),
  );
  const experience = { lessons, paces, history: await historyOf(lessons, paces) };
  remembered.set(branch, { mark, experience });
  return experience;
}

/** What plans are made with of it. */
export const shopHistory = async (branch: Branch): Promise<ShopHistory> => (await shopExperience(branch)).history;

/** Makes the lessons of runs that were finished since. Finishing a run itself waits for none of it. */
async function learnFromNew(branch: Branch): Promise<void> {
  const db = dbOf(branch);
  const runs = await listUnlearned(db, AT_ONCE);
  if (runs.length === 0) return;
  const events = await listEventsOf<RunEvent>(
    db,
    runs.map(({ id }) => id),
  );
  for (const { id, plan } of runs) await insertLesson(db, id, lessonOf(plan, events.get(id) ?? []));
  if (runs.length === AT_ONCE) await learnFromNew(branch);
}

/** Breakage between jobs: each kind from what the catalogue thinks of it, each procedure from its kind. */
async function historyOf(lessons: readonly LessonRow[], paces: Paces): Promise<ShopHistory> {
  const catalogue = await shopCatalogue();
  const byKind = new Map<string, BreakRecord[]>();
  const byProcedure = new Map<string, { kind: string; jobs: BreakRecord[] }>();
  for (const { procedure, kind, out, broken } of lessons.flatMap(({ breaks }) => breaks)) {
    byKind.set(kind, [...(byKind.get(kind) ?? []), { out, broken }]);
    const own = byProcedure.get(`${procedure}/${kind}`) ?? { kind, jobs: [] };
    own.jobs.push({ out, broken });
    byProcedure.set(`${procedure}/${kind}`, own);
  }
  const kinds: ShopHistory['kinds'] = {};
  for (const [kind, jobs] of byKind) {
    const prior = catalogue.fasteners.get(kind)?.breakPrior;
    if (prior) kinds[kind] = fitBetween(jobs, prior, 'kind');
  }
  const procedures: ShopHistory['procedures'] = {};
  for (const [key, { kind, jobs }] of byProcedure)
    if (kinds[kind]) procedures[key] = fitBetween(jobs, kinds[kind], 'procedure');
  return { kinds, procedures, pace: paces.shop, paces: paces.procedures };
}
