import { itemKey, readItemKey, recordedId, type ProcedureDocument } from '../core/document';
import { experienceOf, experienceWords, type RunFact, type Trouble } from '../core/bay';
import { dbOf, listBegunRuns, listTroubles, type Branch } from '../data';

/** Events read at most: the newest. */
const MOST_TROUBLES = 5000;

/** What runs of procedures had trouble with, and which revision each run followed, by procedure. */
export async function troublesOf(
  branch: Branch,
  ids: readonly string[],
): Promise<Map<string, { troubles: Trouble[]; runs: number[] }>> {
  const db = dbOf(branch);
  const asked = [...new Set(ids.map(recordedId))];
  const [rows, runs] = await Promise.all([listTroubles(db, asked, MOST_TROUBLES), listBegunRuns(db, asked)]);
  return new Map(
    asked.map((id) => [
      id,
      {
        troubles: rows.flatMap(({ procedure, run, revision, type, fact }) => {
          const one = procedure === id ? troubleOf({ ...fact, type } as RunFact, id) : null;
          return one ? [{ ...one, run, revision }] : [];
        }),
        runs: runs.filter(({ procedure }) => procedure === id).map(({ revision }) => revision),
      },
    ]),
  );
}

/** What an event says of an item of one procedure; null where it is about another. */
function troubleOf(fact: RunFact, procedure: string): Omit<Trouble, 'run' | 'revision'> | null {
  const own = (key: string | undefined) => {
    const ref = readItemKey(key ?? '');
    return ref && recordedId(ref.procedure) === procedure ? ref.item : null;
  };
  switch (fact.type) {
    case 'stuck': {
      const item = fact.culprit ? own(fact.culprit) : own(fact.item);
      return item ? { item, kind: 'missed', words: fact.words, count: 1 } : null;
    }
    case 'broken': {
      const item = own(fact.item);
      return item ? { item, kind: 'broke', words: '', count: fact.count } : null;
    }
    case 'asFound': {
      const item = own(fact.item);
      return item ? { item, kind: 'otherwise', words: fact.difference, count: 1 } : null;
    }
    case 'note': {
      const item = own(fact.item);
      return item ? { item, kind: 'tip', words: fact.text, count: 1 } : null;
    }
    default:
      return null;
  }
}

/** What the next one should hear at each item of some documents: a sentence or more, by `itemKey`. */
export async function heardOf(
  branch: Branch,
  documents: readonly Pick<ProcedureDocument, 'id'>[],
): Promise<Record<string, string[]>> {
  const all = await troublesOf(
    branch,
    documents.map(({ id }) => id),
  );
  return Object.fromEntries(
    documents.flatMap(({ id }) => {
      const { troubles, runs } = all.get(recordedId(id))!;
      return [...experienceOf(troubles, runs.length)].map(([item, one]) => [
        itemKey({ procedure: id, item }),
        experienceWords(one),
      ]);
    }),
  );
}
