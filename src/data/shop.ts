import { notFound } from '../core/errors';
import type { Branch, Db } from './pool';
import { readSettings, SETTINGS_FORM } from './settings-form';

/** The first one; where there is no chain it is the only one. */
export const HOME: Branch = 1;

export interface ShopRow {
  id: Branch;
  name: string;
  settings: Record<string, unknown>;
}

/** Every branch by its name, the first one first. Empty before anything is set up. */
export async function listBranches(db: Db): Promise<Pick<ShopRow, 'id' | 'name'>[]> {
  const { rows } = await db.query<Pick<ShopRow, 'id' | 'name'>>('select id, name from door_branches()');
  return rows;
}

/** Kinds of their own that the branches have, the first branch's first. */
export async function listOwnKinds(db: Db): Promise<unknown[][]> {
  const { rows } = await db.query<{ kinds: unknown[] }>('select kinds from chain_kinds()');
  return rows.map(({ kinds }) => kinds);
}

/** One branch. Throws not-found. */
export async function getShop(db: Db, branch: Branch): Promise<ShopRow> {
  const { rows } = await db.query<ShopRow>('select id, name, settings from shop where id = $1', [branch]);
  if (!rows[0]) throw notFound('branch-unknown', 'There is no such branch.');
  return { ...rows[0], settings: readSettings(rows[0].settings) };
}

/** Creates the first shop. Fails with a conflict where there is one. */
export async function insertShop(db: Db, name: string): Promise<void> {
  await db.query('insert into shop (id, name) values ($1, $2)', [HOME, name]);
}

/** Adds a branch with the settings it begins with, and its owner. Returns its number. */
export async function addBranchWithOwner(
  db: Db,
  name: string,
  settings: Record<string, unknown>,
  owner: { id: string; name: string; pinHash: string; passwordHash: string },
): Promise<Branch> {
  const { rows } = await db.query<{ id: Branch }>('select add_branch($1, $2, $3, $4, $5, $6) as id', [
    name,
    { ...settings, form: SETTINGS_FORM },
    owner.id,
    owner.name,
    owner.pinHash,
    owner.passwordHash,
  ]);
  return rows[0].id;
}

/** Replaces a branch's settings, in the form that this version writes. */
export async function updateShopSettings(db: Db, branch: Branch, settings: Record<string, unknown>): Promise<void> {
  await db.query('update shop set settings = $2 where id = $1', [branch, { ...settings, form: SETTINGS_FORM }]);
}
