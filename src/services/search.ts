import type { FoundView } from '../contracts/views';
import { parseSearch, titleWithSide } from '../core/trade';
import { dbOf, listStock, searchJobs, searchProcedures, type Actor, type Branch } from '../data';
import { demand } from './permission';
import { shopCatalogue, stockName } from './shop';
import { searchWires } from './wires';

/** Lines of each kind. */
const MOST = 6;

/** Everything in the shop that one line of words finds: customers and vehicles by their jobs, procedures, wires by colour, what is in stores. */
export async function searchEverything(by: Actor, text: string): Promise<FoundView[]> {
  demand(by, 'follow');
  const db = dbOf(by);
  const words = text.trim().split(/\s+/).filter(Boolean).slice(0, 8);
  if (words.length === 0) return [];
  const [jobs, procedures, wires, stock] = await Promise.all([
    searchJobs(db, by.branch, words, MOST),
    searchProcedures(db, by.branch, parseSearch(text), MOST),
    searchWires(by.branch, text),
    stockLike(by.branch, words),
  ]);
  return [
    ...jobs.map(({ number, title, customer, vehicle }): FoundView => ({
      kind: 'job',
      title: `Job ${number}: ${title}`,
      under: [customer, `${vehicle.make} ${vehicle.model}`, vehicle.label].filter(Boolean).join(' · '),
      href: `/jobs/${number}`,
    })),
    ...procedures.map(({ id, title, side, applies, retiredAt }): FoundView => ({
      kind: 'procedure',
      title: titleWithSide({ title, side }),
      under: retiredAt ? `${applies} · retired` : applies,
      href: `/procedures/${encodeURIComponent(id)}`,
    })),
    ...wires.slice(0, MOST).map(({ procedure, title, colour, function: does, connector }): FoundView => ({
      kind: 'wire',
      title: [colour, does].filter(Boolean).join(' · '),
      under: `${title} · ${connector}`,
      href: `/wires?q=${encodeURIComponent(`${colour} ${procedure}`)}`,
    })),
    ...stock,
  ];
}

async function stockLike(branch: Branch, words: string[]): Promise<FoundView[]> {
  const db = dbOf(branch);
  const [rows, catalogue] = await Promise.all([listStock(db, branch), shopCatalogue()]);
  return rows
    .map((row) => ({ ...row, name: stockName(catalogue, row.kind) }))
    .filter(({ kind, name }) => words.every((word) => `${kind} ${name}`.toLowerCase().includes(word.toLowerCase())))
    .slice(0, MOST)
    .map(({ kind, name, count }) => ({ kind: 'stock', title: name, under: `${count} there`, href: `/stores#${kind}` }));
}
