import type { ReadWires } from '../contracts/schemas';
import type { WireView } from '../contracts/views';
import { invalid } from '../core/errors';
import { type WireLine, wireFault, wireSearch, wiresOf, wireText, withWires } from '../core/exchange';
import {
  dbOf,
  findCurrentRevision,
  findDraft,
  listStandingDocuments,
  listUnlistedWires,
  replaceWires,
  searchWires as searchWireRows,
  transaction,
  type Actor,
  type Branch,
} from '../data';
import { csvOf } from './exchange';
import { saveDraft } from './library';
import { demand } from './permission';
import { readSentTable } from './read-table';

/** How wires are listed; others are listed anew. */
const WIRES_VERSION = 2;
/** Procedures listed at once. */
const BATCH = 200;
const MOST_FOUND = 400;

/** Lists the wires of procedures that changed since the last search; a search waits for it. */
async function listAnew(branch: Branch): Promise<void> {
  const db = dbOf(branch);
  for (;;) {
    const ids = await listUnlistedWires(db, WIRES_VERSION, BATCH);
    if (ids.length === 0) return;
    const documents = new Map((await listStandingDocuments(db, ids)).map((document) => [document.id, document]));
    await transaction(
      branch,
      async (tx) => {
        for (const id of ids) {
          const document = documents.get(id);
          const wires = document
            ? wiresOf(document).map((wire) => ({ ...wire, searchText: wireText(document, wire) }))
            : [];
          await replaceWires(tx, id, wires, WIRES_VERSION);
        }
      },
      'read committed',
    );
  }
}

/** Wires of the whole library for one line of search: "GY/PK rear left +". */
export async function searchWires(branch: Branch, text: string): Promise<WireView[]> {
  const db = dbOf(branch);
  await listAnew(branch);
  return searchWireRows(db, wireSearch(text), MOST_FOUND);
}

/** The wires of one procedure, or all that a search finds, as CSV. */
export async function exportWires(branch: Branch, text: string): Promise<Buffer> {
  const rows = await searchWires(branch, text);
  const columns = ['procedure', 'item', 'connector', 'cavity', 'colour', 'function', 'polarity', 'how', 'sure'];
  return Buffer.from(
    csvOf({
      columns,
      rows: rows.map((one) => [one.procedure, one.item, one.connector, one.cavity, one.colour, one.function, one.polarity, one.how.join(', '), one.sure]), // prettier-ignore
    }),
    'utf8',
  );
}

/** Takes a table of wires into the drafts of its procedures; what cannot be taken in is named by its line. */
export async function importWires(
  by: Actor,
  csv: string,
): Promise<{ kept: number; drafts: string[]; bad: ReadWires['bad'] }> {
  demand(by, 'record');
  const db = dbOf(by);
  const { lines, bad } = await readSentTable<ReadWires>('readWires', csv);
  const byProcedure = new Map<string, typeof lines>();
  for (const line of lines) {
    // Added to in place: a list of thousands for one procedure is not copied with each of them.
    const own = byProcedure.get(line.procedure);
    if (own) own.push(line);
    else byProcedure.set(line.procedure, [line]);
  }
  const drafts: string[] = [];
  let kept = 0;
  for (const [id, own] of byProcedure) {
    const draft = await findDraft(db, id);
    const document = draft?.document ?? (await findCurrentRevision(db, id))?.document;
    if (!document) {
      bad.push(...own.map(({ line }) => ({ line, message: `There is no procedure “${id}”.` })));
      continue;
    }
    const good: WireLine[] = own.flatMap(({ line, ...wire }) => {
      const fault = wireFault(document, wire);
      if (fault) bad.push({ line, message: fault });
      return fault ? [] : [wire];
    });
    if (good.length === 0) continue;
    await saveDraft(by, id, draft?.version ?? 0, JSON.stringify(withWires(document, good)));
    kept += good.length;
    drafts.push(document.title);
  }
  if (kept === 0 && bad.length === 0) throw invalid('empty', 'There are no wires in that file.');
  return { kept, drafts, bad: bad.sort((a, b) => a.line - b.line).slice(0, 50) };
}
