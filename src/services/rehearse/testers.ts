import type { TestersView } from '../../contracts/views';
import { conflict } from '../../core/errors';
import { buildGraph } from '../../core/planning';
import { readItemKey } from '../../core/document';
import { spotWords, testerRemarks } from '../../core/rehearse';
import { dbOf, findDraft, listTesters, type Actor, type Draft, type Branch } from '../../data';
import { everybodysNames } from '../people';
import { readShop } from '../shop';

/** Who tried a draft as it stands, and where they went wrong. Null where there is no draft. */
export async function viewTesters(by: Actor, id: string): Promise<TestersView | null> {
  const db = dbOf(by);
  const draft = await findDraft(db, id);
  if (!draft) return null;
  const [tests, { settings }, names] = await Promise.all([
    testersOf(by.branch, draft),
    readShop(by.branch),
    everybodysNames(by.branch),
  ]);
  const remarks = testerRemarks(tests.map(({ person, score }) => ({ person, weak: score.weak })));
  const graph = buildGraph([draft.document], { options: {} });
  const people = [...new Set(tests.map(({ person }) => person))];
  return {
    wanted: settings.testersBeforePublishing,
    people: people.map((person) => names[person] ?? person),
    remarks: remarks.map((remark) => {
      const words = spotWords({ graph }, remark);
      return {
        item: itemIn(draft, remark.item),
        words: people.length > 1 ? `${words} (${remark.testers} of ${people.length})` : words,
      };
    }),
  };
}

/** Finished rehearsals of a draft by others than those who wrote it. */
const testersOf = (branch: Branch, draft: Draft) =>
  listTesters(dbOf(branch), draft.document.id, draft.version, [...new Set([draft.begunBy, draft.editedBy])]);

/** The item of a draft that a weak spot is about; null for a step of the way back. */
function itemIn({ document }: Draft, key: string): string | null {
  const ref = readItemKey(key);
  return ref?.procedure === document.id ? ref.item : null;
}

/** Throws a conflict where fewer others than the shop wants have rehearsed the draft as it stands. */
export async function demandTesters(by: Actor, draft: Draft): Promise<void> {
  const { settings } = await readShop(by.branch);
  const wanted = settings.testersBeforePublishing;
  if (wanted === 0) return;
  const people = new Set((await testersOf(by.branch, draft)).map(({ person }) => person));
  if (people.size < wanted)
    throw conflict(
      'not-rehearsed',
      `Not published: ${wanted} ${wanted === 1 ? 'person' : 'people'} other than whoever wrote it must rehearse this draft to its end first; so far ${people.size} did.`,
    );
}
