import { numbersOf } from '../../core/document';
import { invalid, unavailable, notFound } from '../../core/errors';
import { fastenerTable, howTo } from '../../core/exchange';
import { dbOf, listStandingDocuments, type Branch } from '../../data';
import { shopCatalogue } from '../shop';
import { planOfAll } from './export';
import { csvOf, mapSvg, wireTable } from './pack';

/** How long planning for a file may take, milliseconds: somebody waits for it. */
const PLAN_LIMIT_MS = 2000;

/** What stands of a procedure as one open file. Throws not-found, `invalid` for a kind of file there is not. */
export async function procedureFile(
  branch: Branch,
  id: string,
  as: string,
): Promise<{ type: string; extension: string; text: string }> {
  const db = dbOf(branch);
  const [document] = await listStandingDocuments(db, [id]);
  if (!document) throw notFound('procedure-unknown', `There is no procedure “${id}”.`);
  const csv = { type: 'text/csv; charset=utf-8' };
  switch (as) {
    case 'json':
      return { type: 'application/json', extension: '.json', text: JSON.stringify(document) };
    case 'fasteners': {
      const table = fastenerTable(document, numbersOf(document), await shopCatalogue());
      return { ...csv, extension: '-fasteners.csv', text: csvOf(table) };
    }
    case 'wires':
      return { ...csv, extension: '-wires.csv', text: csvOf(wireTable(document)) };
    case 'map':
      return { type: 'image/svg+xml', extension: '.svg', text: mapSvg(document, await shopCatalogue()) };
    case 'howto': {
      const plan = await planOfAll(document, PLAN_LIMIT_MS);
      if (!plan) throw unavailable('too-hard', 'Its steps cannot be planned: mend what the checker says first.');
      return {
        type: 'application/ld+json',
        extension: '.jsonld',
        text: JSON.stringify(howTo(document, plan), null, 1),
      };
    }
    default:
      throw invalid('no-such-file', 'There is no such file of a procedure: json, fasteners, wires, map, howto.');
  }
}
