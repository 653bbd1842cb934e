import { notFound } from '../core/errors';
import type { Db } from './pool';

/** A shop of the chain: its number. */
export type Branch = number;
/** The first one; where there is no chain it is the only one. */
export const HOME: Branch = 1;

export interface ShopRow {
  id: Branch;
  name: string;
  settings: Record<string, unknown>;
}

/** Every branch, the first one first. Empty before anything is set up. */
export async function listBranches(db: Db): Promise<ShopRow[]> {
  const { rows } = await db.query<ShopRow>('select id, name, settings from shop order by id');
  return rows;
}

/** One branch. Throws not-found. */
export async function getShop(db: Db, branch: Branch): Promise<ShopRow> {
  const { rows } = await db.query<ShopRow>('select id, name, settings from shop where id = $1', [branch]);
  if (!rows[0]) throw notFound('branch-unknown', 'There is no such branch.');
  return rows[0];
}

/** Creates the first shop. Fails with a conflict where there is one. */
export async function insertShop(db: Db, name: string): Promise<void> {
  await db.query('insert into shop (id, name) values ($1, $2)', [HOME, name]);
}

/** Adds a branch with the settings it begins with. Returns its number. */
export async function insertBranch(db: Db, name: string, settings: Record<string, unknown>): Promise<Branch> {
  const { rows } = await db.query<{ id: Branch }>('insert into shop (name, settings) values ($1, $2) returning id', [
    name,
    settings,
  ]);
  return rows[0].id;
}

/** Replaces a branch's settings. */
export async function updateShopSettings(db: Db, branch: Branch, settings: Record<string, unknown>): Promise<void> {
  await db.query('update shop set settings = $2 where id = $1', [branch, settings]);
}
