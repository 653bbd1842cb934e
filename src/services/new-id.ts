import { slugOf } from '../core/trade';
import { dbOf, isProcedureId, type Branch } from '../data';

/** An id for a new procedure that nobody has yet. */
export async function newId(branch: Branch, model: string, zone: string): Promise<string> {
  const db = dbOf(branch);
  const base = (slugOf(`${model}-${zone}`) || 'procedure').slice(0, 70);
  let id = base;
  for (let n = 2; await isProcedureId(db, id); n += 1) id = `${base}-${n}`;
  return id;
}
